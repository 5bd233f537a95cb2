using System.Collections.Immutable;
using System.Text;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

/// <summary>A film with one puppet of plain boxes, for tests that say for themselves what is in it. Frames with keys are cards.</summary>
internal static class TestFilm
{
    public const string Owner = "c";
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

    public static Address At(string thing, string property) => new(Owner, thing, property);

    public static Track Keyed(string thing, string property, params (int Frame, double Value)[] keys) => Keyed(At(thing, property), keys);

    public static Track Keyed(Address address, params (int Frame, double Value)[] keys) => new NumberTrack
    {
        Address = address,
        Keys = [.. keys.Select(key => new NumberKey(key.Frame, key.Value) { Gap = Gap.Even })],
    };

    public static Track Chosen(string thing, string property, params (int Frame, string Id)[] keys) => new ChoiceTrack
    {
        Address = At(thing, property),
        Keys = [.. keys.Select(key => new ChoiceKey(key.Frame, key.Id))],
    };

    /// <summary>A puppet at the picture plane.</summary>
    public static Thing Use(string id, string puppet, double distance = 3) => new() { Id = id, Name = "P", Body = new Cast(puppet), Stand = new Stand { Distance = distance } };

    /// <summary>Keys of numbers, as an edit.</summary>
    public static SetKeys Key(int frame, params (string Thing, string Property, double Value)[] values) =>
        new(ShotId, frame, [.. values.Select(value => new KeyValue(At(value.Thing, value.Property), value.Value))]);

    public static Track TrackOf(this Film film, string thing, string property) => film.Shots[0].Tracks.First(track => track.Address == At(thing, property));

    public static Film Of(Puppet puppet, ImmutableArray<Drawing> drawings, params Track[] tracks)
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
                Things = [Use(Owner, puppet.Id)],
                Tracks = [.. tracks.OrderBy(track => track.Address)],
                Cards = [.. tracks.Where(track => track.Address.Owner == Owner).SelectMany(track => track.AllKeys).Select(key => key.Frame).Distinct().Order().Select(frame => new Card(Owner, frame) { Gap = Gap.Even })],
            }],
        };
        FilmCheck.Check(film);
        return film;
    }

    public static string Text(Film film) => Encoding.UTF8.GetString(FilmJson.Write(film));

    /// <summary>The film after an edit that has gone the way of edits, as text; what takes it back has been tried too.</summary>
    public static Film Made(Film film, Edit edit)
    {
        var after = EditJson.Read(EditJson.Write(edit)).Apply(film);
        Assert.Equal(Text(film), Text(Inverse.Of(film, after).Apply(after)));
        return after;
    }

    public static Evaluator At(Film film, double frame)
    {
        var evaluator = new Evaluator(PlanCompiler.Compile(film, film.Shots[0], new RigCache()));
        evaluator.Evaluate(frame);
        return evaluator;
    }

    public static double Driven(this Evaluator frame, string thing, string property) =>
        frame.Driven[frame.Plan.Slots.Find(At(thing, property))];

    public static Affine World(this Evaluator frame, string thing) => frame.Cast[0].Worlds[frame.Cast[0].Plan.NodeOf[thing]];
}
