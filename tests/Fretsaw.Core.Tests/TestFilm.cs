using System.Collections.Immutable;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Tests;

/// <summary>A film with one puppet of plain boxes, for tests that say for themselves what is in it.</summary>
internal static class TestFilm
{
    public const string Cast = "c";
    public const string ShotId = "s";

    public static Drawing Box(string id, double x, double y, double width, double height) => Outline(id, [x, y, x + width, y, x + width, y + height, x, y + height]);

    /// <summary>A filled ring.</summary>
    public static Drawing Outline(string id, double[] ring)
    {
        var xs = ring.Where((_, i) => i % 2 == 0).ToList();
        var ys = ring.Where((_, i) => i % 2 == 1).ToList();
        var path = "M" + string.Join("L", xs.Zip(ys).Select(p => FormattableString.Invariant($"{p.First} {p.Second}"))) + "Z";
        return new Drawing
        {
            Id = id,
            Bounds = Geometry.Box.Around(xs.Min(), ys.Min(), xs.Max(), ys.Max()),
            Shapes = [new Shape { Path = path, Fill = new Paint { Colour = new Colour(200, 40, 40) } }],
            Outline = [[.. ring]],
        };
    }

    public static Part Part(string id, string? drawing, Point pivot = default) => new() { Id = id, Name = id, Drawing = drawing, Pivot = pivot };

    public static Bone Bone(string id, double x0, double y0, double x1, double y1, string? on = null) =>
        new() { Id = id, Name = id, Start = new Point(x0, y0), End = new Point(x1, y1), RidesOn = on };

    public static Channel Keyed(string thing, string property, params (int Frame, double Value)[] keys) => new()
    {
        Id = $"{Cast}/{thing}/{property}",
        Keys = [.. keys.Select(key => new Key(key.Frame, key.Value, Chart.Even))],
    };

    public static Film Of(Puppet puppet, ImmutableArray<Drawing> drawings, params Channel[] channels)
    {
        var film = Film.Blank("Test") with
        {
            Drawings = drawings,
            Puppets = [puppet],
            Shots = [new Shot
            {
                Id = ShotId,
                Name = "Shot",
                Length = 96,
                Cast = [new CastMember { Id = Cast, Name = "P", Puppet = puppet.Id, Distance = 3 }],
                Channels = [.. channels],
            }],
        };
        FilmCheck.Check(film);
        return film;
    }

    public static Evaluator At(Film film, double frame)
    {
        var evaluator = new Evaluator(PlanCompiler.Compile(film, film.Shots[0], new RigCache()));
        evaluator.Evaluate(frame);
        return evaluator;
    }

    public static double Driven(this Evaluator frame, string thing, string property) =>
        frame.Driven[frame.Plan.Slots.Find($"{Cast}/{thing}/{property}")];

    public static Affine World(this Evaluator frame, string thing) => frame.Cast[0].Worlds[frame.Cast[0].Plan.NodeOf[thing]];
}
