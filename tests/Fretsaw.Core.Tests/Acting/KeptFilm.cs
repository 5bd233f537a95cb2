using Fretsaw.Core.Acting;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>Two walkers of different size, the second with other names, and acting to keep.</summary>
internal static class KeptFilm
{
    public const string Other = "d";

    /// <param name="size">1 or larger.</param>
    private static Puppet Walker(string id, double size, string hand, string foot)
    {
        return new Puppet
        {
            Id = id,
            Name = id,
            Origin = new Point(0, 200 * size),
            Parts = [TestFilm.Part("trunk", $"{id}-trunk") with { Name = "Trunk" }, TestFilm.Part("head", null) with { Name = "Head", Swaps = [new Swap { Id = "smile", Name = "Smile", Drawing = $"{id}-trunk" }] }],
            Bones =
            [
                Bone("hip-l", 0, 100, 0, 150), Bone("leg-l", 0, 150, 0, 200, "hip-l"), Bone("hip-r", 20, 100, 20, 150), Bone("leg-r", 20, 150, 20, 200, "hip-r"),
                Bone("arm", 0, 20, 50, 20), Bone("fore", 50, 20, 90, 20, "arm"),
            ],
            Reaches =
            [
                new Reach { Id = "foot-l", Name = $"{foot} left", Upper = "hip-l", Lower = "leg-l", StretchPercent = 300 },
                new Reach { Id = "foot-r", Name = $"{foot} right", Upper = "hip-r", Lower = "leg-r", StretchPercent = 300 },
                new Reach { Id = "hand", Name = hand, Upper = "arm", Lower = "fore" },
            ],
            Dials = [new Dial { Id = "look", Name = "Look", IsPad = true }],
        };

        Bone Bone(string bone, double x0, double y0, double x1, double y1, string? on = null) => TestFilm.Bone(bone, x0 * size, y0 * size, x1 * size, y1 * size, on);
    }

    public static Film Of(params Track[] tracks)
    {
        var film = TestFilm.Of(Walker("p", 1, "Hand", "Foot"), [TestFilm.Box("p-trunk", 0, 0, 30, 200)], tracks);
        var other = Walker("q", 2, "Paw", "Boot");
        film = film with
        {
            Drawings = film.Drawings.Add(TestFilm.Box("q-trunk", 0, 0, 60, 400)),
            Puppets = film.Puppets.Add(other with { Reaches = [.. other.Reaches.Select(reach => reach with { Id = $"q-{reach.Id}" })] }),
            Shots = [film.Shots[0] with { Things = film.Shots[0].Things.Add(TestFilm.Use(Other, "q")) }],
        };
        FilmCheck.Check(film);
        return film;
    }

    /// <summary>In place: the body stays, and the foot that is planted goes back under it, 40 px in eight frames.</summary>
    public static Track[] Walk =>
    [
        TestFilm.Keyed("foot-l", "shiftX", (1, 20), (9, -20), (17, 20)),
        TestFilm.Keyed("foot-r", "shiftX", (1, -20), (9, 20), (17, -20)),
        TestFilm.Chosen("foot-l", "planted", (1, "stage"), (9, ""), (17, "stage")),
        TestFilm.Chosen("foot-r", "planted", (1, ""), (9, "stage"), (17, "")),
        TestFilm.Keyed(Address.Body, "shiftX", (1, 0), (17, 0)),
        TestFilm.Keyed("head", "turn", (1, 0), (6, 15), (17, 0)),
    ];

    public static Film Kept(int from, int to, params Track[] tracks) => KeptFilm.Kept(Of(tracks), new KeepActing(TestFilm.ShotId, TestFilm.Owner, [], from, to, "kept", "Kept"));

    public static Film Kept(Film film, KeepActing keep) => TestFilm.Made(film, keep.Of(film));

    /// <summary>The film without keys, with the action placed.</summary>
    public static Film Placed(Film film, Placed placed, params Track[] under) =>
        TestFilm.Made(film with { Shots = [film.Shots[0] with { Tracks = [.. under.OrderBy(track => track.Address)], Cards = [] }] }, new PlaceAction(TestFilm.ShotId, placed));

    public static Placed Whole(int start, int length, string owner = TestFilm.Owner) => new() { Id = "one", Owner = owner, Action = "kept", Start = start, Length = length };

    public static double Seen(this Film film, double frame, string thing, string property, string owner = TestFilm.Owner) =>
        new Sampler(film, film.Shots[0], owner).At(new Address(owner, thing, property), frame);

    public static Placed One(this Film film) => film.Shots[0].Placed[0];

    public static Film With(this Film film, Func<Placed, Placed> change) => film with { Shots = [film.Shots[0] with { Placed = [change(film.One()), .. film.Shots[0].Placed.Skip(1)] }] };

    public static readonly Gap Slow = new() { Ease = new Slow(80, 30) };
}
