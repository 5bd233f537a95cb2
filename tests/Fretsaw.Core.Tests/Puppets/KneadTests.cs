using CsCheck;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Puppets;
using Fretsaw.Core.Sessions;
using View = Fretsaw.Core.Engine.View;

namespace Fretsaw.Core.Tests;

public class KneadTests
{
    private static readonly Drawing Square = TestFilm.Box("box", 0, 0, 200, 200);
    private static readonly Mesh Mesh = MeshBuilder.Build(Square.Outline, new MeshSettings { TriangleSide = 12 });

    private static KneadField Field(params KneadStroke[] strokes) => KneadField.Of(Mesh, new Knead { Id = "k", Name = "K", Strokes = [.. strokes] });

    private static int At(double x, double y) => Enumerable.Range(0, Mesh.VertexCount).MinBy(v => (new Point(Mesh.X[v], Mesh.Y[v]) - new Point(x, y)).Length);

    [Fact]
    public void A_push_moves_the_middle_by_all_of_it_and_nothing_beyond_the_radius()
    {
        var field = Field(new KneadStroke(KneadBrush.Push, new Point(100, 100), new Point(8, -4), 50));
        var middle = At(100, 100);
        var part = BrushFalloff.At((new Point(Mesh.X[middle], Mesh.Y[middle]) - new Point(100, 100)).Length, 50, 1);
        Assert.Equal(8 * part, field.X[middle], 1e-9);
        Assert.Equal(-4 * part, field.Y[middle], 1e-9);
        Assert.All(Enumerable.Range(0, Mesh.VertexCount).Where(v => (new Point(Mesh.X[v], Mesh.Y[v]) - new Point(100, 100)).Length >= 50), v => Assert.Equal(0, field.X[v]));
    }

    [Fact]
    public void However_hard_the_brush_pushes_no_triangle_flips() => Gen.Select(
        Gen.Double[20, 180], Gen.Double[20, 180], Gen.Double[-120, 120], Gen.Double[-120, 120], Gen.Double[10, 90]).Array[1, 6].Sample(strokes =>
    {
        var field = Field([.. strokes.Select(s => new KneadStroke(KneadBrush.Push, new Point(s.Item1, s.Item2), new Point(s.Item3, s.Item4), s.Item5))]);
        return Mesh.CountFlipped([.. Mesh.X.Zip(field.X, (a, b) => a + b)], [.. Mesh.Y.Zip(field.Y, (a, b) => a + b)]) == 0;
    }, iter: 60);

    [Fact]
    public void Smoothing_evens_a_push_out_and_unkneading_takes_it_back()
    {
        var push = new KneadStroke(KneadBrush.Push, new Point(100, 100), new Point(10, 0), 30);
        var smooth = new KneadStroke(KneadBrush.Smooth, new Point(100, 100), default, 200, 1, 0);
        var back = new KneadStroke(KneadBrush.Unknead, new Point(100, 100), default, 300, 1, 0);
        Assert.True(Field(push, smooth, smooth, smooth).X.Max() < 0.8 * Field(push).X.Max());
        Assert.All(Field(push, back).X, x => Assert.Equal(0, x, 9));
    }

    [Fact]
    public void How_much_of_a_knead_shows_is_a_channel_with_its_own_rest()
    {
        var knead = new Knead { Id = "k", Name = "K", AtRest = 50, Strokes = [new KneadStroke(KneadBrush.Push, new Point(100, 100), new Point(10, 0), 60)] };
        var part = TestFilm.Part("p", "box") with { Mesh = new MeshSettings(), Kneads = [knead] };
        Film With(params Track[] channels) => TestFilm.Of(new Puppet { Id = "pup", Name = "P", Parts = [part] }, [Square], channels);
        double Moved(Film film, double frame) => TestFilm.At(film, frame).Cast[0].Meshes[0]!.Carry(new Point(100, 100)).X - 100;
        Assert.Equal(2 * Moved(With(), 1), Moved(With(TestFilm.Keyed("k", "amount", (1, 100))), 1), 1e-6);
        Assert.Equal(0, Moved(With(TestFilm.Keyed("k", "amount", (1, 0), (11, 100))), 1), 1e-6);
        Assert.Equal(Moved(With(), 1), Moved(With(TestFilm.Keyed("k", "amount", (1, 0), (11, 100))), 6), 1e-6);

        // A first key on a card that is there keeps the pose: at the knead's own rest, not at nothing.
        var keyed = TestFilm.Key(20, ("k", "amount", 100)).Apply(With(TestFilm.Keyed("body", "turn", (1, 0))));
        Assert.Equal(50, ((NumberTrack)keyed.TrackOf("k", "amount")).Keys[0].Value);
    }

    [Fact]
    public void A_knead_turns_with_a_pinned_part()
    {
        var knead = new Knead { Id = "k", Name = "K", Strokes = [new KneadStroke(KneadBrush.Push, new Point(100, 100), new Point(12, 0), 60)] };
        Pin Pin(string id, double x, double y) => new() { Id = id, Name = id, At = new Point(x, y) };
        var part = TestFilm.Part("p", "box") with { Mesh = new MeshSettings(), Pins = [Pin("a", 30, 100), Pin("b", 170, 100)], Kneads = [knead] };
        Point Middle(double amount)
        {
            // Both pins turned a quarter round the middle.
            var film = TestFilm.Of(
                new Puppet { Id = "pup", Name = "P", Parts = [part] }, [Square], TestFilm.Keyed("k", "amount", (1, amount)),
                TestFilm.Keyed("a", "shiftX", (1, 70)), TestFilm.Keyed("a", "shiftY", (1, -70)), TestFilm.Keyed("b", "shiftX", (1, -70)), TestFilm.Keyed("b", "shiftY", (1, 70)));
            return TestFilm.At(film, 1).Cast[0].Meshes[0]!.Carry(new Point(100, 100));
        }

        var push = Middle(100) - Middle(0);
        Assert.True(push.Y > 8 && Math.Abs(push.X) < 0.1, push.ToString());
    }

    [Fact]
    public void One_drag_of_the_brush_is_one_edit_of_many_dabs()
    {
        var film = TestFilm.Of(new Puppet { Id = "pup", Name = "P", Parts = [TestFilm.Part("p", "box")] }, [Square]);
        var session = new Session(film);
        var bench = new View(Puppet: "pup");
        session.Begin(new Gesture(bench, 1, new Grip(GripKind.Knead, "p", View.BenchCast, "k1"), new Point(900, 500), Brush: new Brush(40, 0.5, 1)));
        for (var x = 900; x <= 1000; x += 10)
        {
            session.Move(new Point(x, 500));
        }

        Assert.Same(film, session.Film);
        var after = session.End()!.Apply(film);
        var knead = Assert.Single(after.Puppets[0].Parts[0].Kneads);
        Assert.True(knead.Strokes.Length > 1);
        Assert.NotNull(after.Puppets[0].Parts[0].Mesh);
    }
}
