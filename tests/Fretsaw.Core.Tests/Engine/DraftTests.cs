using CsCheck;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Core.Tests;

/// <summary>Frames that are passed by: a strip of art pulled by three pins by two fifths of its length, on triangles small enough for a coarse start.</summary>
public class DraftTests
{
    private static readonly View Look = new(TestFilm.ShotId);
    private static readonly Film Film = Pulled();
    private static readonly Plan Plan = PlanCompiler.Compile(Film, Film.Shots[0], new RigCache());

    private static Film Pulled()
    {
        var part = TestFilm.Part("strip", "strip") with
        {
            Mesh = new MeshSettings { TriangleSide = 12 },
            Pins =
            [
                new Pin { Id = "root", Name = "Root", At = new Point(30, 20), Hold = PinHold.PlaceAndTurn },
                new Pin { Id = "middle", Name = "Middle", At = new Point(30, 200) },
                new Pin { Id = "tip", Name = "Tip", At = new Point(30, 380) },
            ],
        };
        return TestFilm.Of(
            new Puppet { Id = "p", Name = "P", Parts = [part] }, [TestFilm.Box("strip", 0, 0, 60, 400)],
            TestFilm.Keyed("tip", "shiftX", (1, 0), (20, 150), (60, -90)), TestFilm.Keyed("tip", "shiftY", (1, 0), (20, -60)), TestFilm.Keyed("middle", "shiftX", (1, 0), (40, 40)));
    }

    private static (double[] X, double[] Y) Places(Evaluator evaluator, double frame, bool draft)
    {
        evaluator.IsDraft = draft;
        evaluator.Evaluate(frame);
        var mesh = evaluator.Cast[0].Meshes[0]!;
        return ([.. mesh.X], [.. mesh.Y]);
    }

    [Fact]
    public void A_draft_is_off_by_less_than_a_hundredth_of_the_art_and_takes_one_round()
    {
        var evaluator = new Evaluator(Plan);
        foreach (var frame in new[] { 8, 20, 33.5, 60 })
        {
            var (fine, draft) = (Places(evaluator, frame, draft: false), Places(evaluator, frame, draft: true));
            Assert.Equal(1, evaluator.Cast[0].Meshes[0]!.Pins!.Rounds);
            Assert.NotEqual(fine.X, draft.X);
            var off = Enumerable.Range(0, fine.X.Length).Max(v => (new Point(fine.X[v], fine.Y[v]) - new Point(draft.X[v], draft.Y[v])).Length);
            Assert.True(off < 4, $"{off} px at frame {frame}");
        }
    }

    /// <summary>Any frame, drafted or not, after any others.</summary>
    [Fact]
    public void Neither_depends_on_what_was_asked_before()
    {
        var evaluator = new Evaluator(Plan);
        Gen.Select(Gen.Int[1, 96], Gen.Bool).Array[1, 12].Sample(
            asked =>
            {
                var last = asked.Select(one => Places(evaluator, one.Item1, one.Item2)).Last();
                Assert.Equal(Places(new Evaluator(Plan), asked[^1].Item1, asked[^1].Item2).X, last.X);
            },
            threads: 1);
    }

    [Fact]
    public void What_is_drawn_after_a_draft_is_as_it_ever_was()
    {
        var (session, other) = (new Session(Film), new Session(Film));
        byte[] draft = [.. session.DrawFrame(Look, 20, draft: true)];
        byte[] fine = [.. session.DrawFrame(Look, 20)];
        Assert.NotEqual(draft, fine);
        Assert.Equal((byte[])[.. other.DrawFrame(Look, 20)], fine);
        Assert.Equal(draft, (byte[])[.. session.DrawFrame(Look, 20, draft: true)]);
    }
}
