using Fretsaw.Core.Films;

namespace Fretsaw.Core.Engine;

/// <summary>What is looked at: a shot through its camera, or one puppet alone on the bench.</summary>
/// <param name="Shot">The shot; with <paramref name="Cast"/> only that puppet of it, alone.</param>
/// <param name="Puppet">A puppet at rest, when no shot is named.</param>
/// <param name="Aspect">For a puppet on the bench: width to height of the picture, [0.2, 5]; null for the film's.</param>
/// <param name="Blocked">Of a shot: everything but the camera holds from key to key, as poses are looked at before they are timed.</param>
/// <param name="Kept">Of a puppet on the bench: doing what is kept under this id.</param>
/// <param name="Aside">Of a shot: acted as in the version that is kept under this id.</param>
public sealed record View(string? Shot = null, string? Puppet = null, string? Cast = null, double? Aspect = null, bool Blocked = false, string? Aside = null, string? Kept = null)
{
    /// <summary>The film as the view needs it: a bench has a picture as wide as there is room.</summary>
    public Film Framed(Film film) =>
        Shot is null && Aspect is { } aspect ? film with { Width = (int)Math.Round(film.Height * Math.Clamp(aspect, 0.2, 5)) } : film;

    /// <summary>The id of the puppet that lies on the bench.</summary>
    public const string BenchCast = "bench";

    /// <summary>Where a pose that is tried on the bench is keyed, whatever frame is looked at: no time passes there.</summary>
    public const int BenchFrame = 1;

    /// <summary>How much of the frame's height or width a puppet on the bench fills.</summary>
    private const double BenchFill = 0.86;

    /// <exception cref="FilmException">It is not in the film.</exception>
    public Shot Resolve(Film film)
    {
        if (Shot is null)
        {
            return Doing(film, Bench(film, FindPuppet(film, Puppet), BenchCast));
        }

        var shot = film.Shots.FirstOrDefault(candidate => candidate.Id == Shot) ?? film.Shots.FirstOrDefault(candidate => candidate.Name == Shot)
            ?? throw new FilmException($"shot '{Shot}'", "is not in the film", $"its shots are {string.Join(", ", film.Shots.Select(s => s.Id))}");
        shot = Aside is null ? shot : (shot.Asides.FirstOrDefault(one => one.Id == Aside) ?? throw new FilmException($"version '{Aside}'", $"of '{shot.Name}' was deleted", "select one that is")).On(shot) with { Length = shot.Length };
        if (Cast is null)
        {
            return shot;
        }

        var body = shot.Things.FirstOrDefault(candidate => candidate.Id == Cast)?.Body as Films.Cast
            ?? throw new FilmException($"puppet '{Cast}'", $"is not on the stage of '{shot.Name}'", "select one that is");
        var bench = Bench(film, FindPuppet(film, body.Puppet), Cast);
        return bench with
        {
            Things = [bench.Things[0] with { Body = body }],
            Length = shot.Length,
            Tracks = shot.Tracks.RemoveAll(track => track.Address.Owner != Cast || track.Address.Thing is Address.Body or Address.Stand),
            Cards = shot.Cards.RemoveAll(card => card.Owner != Cast),
            Cues = shot.Cues.RemoveAll(cue => cue.Owner != Cast),
            Placed = [.. shot.Placed.Where(placed => placed.Owner == Cast).Select(placed => placed with { Without = placed.Without.Add(Address.Body) })],
        };
    }

    /// <summary>The puppet on the bench does what is kept, on the spot.</summary>
    private Shot Doing(Film film, Shot bench) => Kept is null ? bench : bench with
    {
        Placed =
        [
            new Placed
            {
                Id = "doing",
                Owner = BenchCast,
                Action = Kept,
                Length = (film.Kept.FirstOrDefault(kept => kept.Id == Kept) ?? throw new FilmException($"kept '{Kept}'", "was deleted from the film", "select one that is")).Length,
                Without = [Address.Body],
            },
        ],
    };

    /// <summary>A stage with nothing on it but one puppet, in the middle, filling the frame, sharp.</summary>
    private static Shot Bench(Film film, Puppet puppet, string id)
    {
        var box = film.BoxOf(puppet);
        var scale = Math.Clamp(Math.Min(film.Width / Math.Max(1, box.Width), film.Height / Math.Max(1, box.Height)) * BenchFill, 1e-3, 100);
        return new Shot
        {
            Id = BenchCast,
            Name = "Bench",

            // Nothing moves there, so every frame of a film's is one of it.
            Length = ShotCheck.MaxLength,
            Things =
            [
                new Thing
                {
                    Id = id,
                    Name = puppet.Name,
                    Body = new Films.Cast(puppet.Id),
                    Stand = new Stand
                    {
                        Distance = PicturePlane.DistanceMetres(film),
                        SizePercent = scale * 100,
                        X = (film.Width / 2.0) + (scale * (puppet.Origin.X - box.Centre.X)),
                        Y = (film.Height / 2.0) + (scale * (puppet.Origin.Y - box.Centre.Y)),
                    },
                },
            ],
        };
    }

    private static Puppet FindPuppet(Film film, string? id) => film.Puppets.FirstOrDefault(puppet => puppet.Id == id)
        ?? throw new FilmException($"puppet '{id}'", "is not in the film", "select one that is");
}
