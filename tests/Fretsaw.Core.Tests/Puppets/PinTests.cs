using System.Collections.Immutable;
using CsCheck;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Tests;

public class PinTests
{
    private static readonly Drawing Strip = TestFilm.Box("strip", 0, 0, 300, 60);
    private static readonly MeshSettings Settings = new() { Margin = 4, TriangleSide = 15, Method = PinMethod.Settled };
    private static readonly Mesh Mesh = MeshBuilder.Build(Strip.Outline, Settings);

    private static Pin Pin(string id, double x, double y, PinHold hold = PinHold.Place) => new() { Id = id, Name = id, At = new Point(x, y), Hold = hold };

    private static ArapState Solve(ImmutableArray<Pin> pins, MeshSettings settings, ImmutableArray<StiffPatch> patches, Func<int, ArapSystem, PinPull> pull)
    {
        var system = ArapSystem.Build(Mesh, pins, settings, patches)!;
        var state = new ArapState(system);
        state.Solve([.. Enumerable.Range(0, system.Pins.Length).Select(pin => pull(pin, system))]);
        return state;
    }

    [Fact]
    public void A_single_pin_that_holds_its_turn_turns_everything() => Gen.Double[-2.5, 2.5].Sample(turn =>
    {
        var state = Solve([Pin("a", 150, 30, PinHold.PlaceAndTurn)], Settings, [], (_, system) => new PinPull(system.RestOf(0), turn, 1));
        var rest = new Point(150, 30);
        return Enumerable.Range(0, Mesh.VertexCount).All(v =>
        {
            var to = rest + Affine.RotateRadians(turn).MapVector(new Point(Mesh.X[v], Mesh.Y[v]) - rest);
            return (to - new Point(state.X[v], state.Y[v])).Length < 0.05;
        });
    }, iter: 20);

    [Fact]
    public void A_pin_that_holds_its_size_swells_the_art_round_it_and_not_far_off()
    {
        var state = Solve(
            [Pin("a", 60, 30, PinHold.PlaceTurnAndSize), Pin("b", 250, 30, PinHold.PlaceTurnAndSize)], Settings, [],
            (pin, system) => new PinPull(system.RestOf(pin), 0, pin == 0 ? 1.5 : 1));
        Assert.InRange(Spread(state, 60), 1.25, 1.6);
        Assert.InRange(Spread(state, 250), 0.95, 1.05);

        // Width of the strip across a place, against rest.
        double Spread(ArapState now, double x)
        {
            var near = Enumerable.Range(0, Mesh.VertexCount).Where(v => Math.Abs(Mesh.X[v] - x) < 14 && Math.Abs(Mesh.Y[v] - 30) < 16).ToList();
            return (near.Max(v => now.Y[v]) - near.Min(v => now.Y[v])) / (near.Max(v => Mesh.Y[v]) - near.Min(v => Mesh.Y[v]));
        }
    }

    [Fact]
    public void A_pin_that_only_watches_holds_nothing()
    {
        var system = ArapSystem.Build(Mesh, [Pin("a", 20, 30), Pin("w", 150, 30, PinHold.Watch), Pin("b", 280, 30)], Settings, []);
        Assert.Equal(["a", "b"], system!.Pins.Select(pin => pin.Id));
        Assert.Null(ArapSystem.Build(Mesh, [Pin("w", 150, 30, PinHold.Watch)], Settings, []));
    }

    [Fact]
    public void A_stiff_patch_keeps_its_shape_where_cloth_would_bend()
    {
        ImmutableArray<Pin> pins = [Pin("a", 20, 30), Pin("b", 150, 30), Pin("c", 280, 30)];
        ImmutableArray<StiffPatch> patch = [new StiffPatch { Id = "p", Name = "p", At = new Point(80, 30), Radius = 30 }];
        PinPull Up(int pin, ArapSystem system) => new(system.RestOf(pin) + (pin == 1 ? new Point(0, -70) : default), 0, 1);
        var (bent, held) = (Strain(Solve(pins, Settings, [], Up)), Strain(Solve(pins, Settings, patch, Up)));
        Assert.True(held < 0.01, $"strain {held}");
        Assert.True(bent > 4 * held, $"cloth {bent}, patch {held}");

        // The largest change of a distance between two vertices of the patch, as a part of it.
        double Strain(ArapState state)
        {
            var inside = Enumerable.Range(0, Mesh.VertexCount).Where(v => (new Point(Mesh.X[v], Mesh.Y[v]) - new Point(80, 30)).Length <= 30).ToList();
            return inside.SelectMany(i => inside.Where(j => j > i).Select(j =>
            {
                var before = new Point(Mesh.X[i] - Mesh.X[j], Mesh.Y[i] - Mesh.Y[j]).Length;
                return Math.Abs((new Point(state.X[i] - state.X[j], state.Y[i] - state.Y[j]).Length / before) - 1);
            })).Max();
        }
    }

    [Fact]
    public void Stiffness_spreads_a_bend_over_the_whole_strip()
    {
        ImmutableArray<Pin> pins = [Pin("a", 20, 30), Pin("b", 150, 30), Pin("c", 280, 30)];
        PinPull Up(int pin, ArapSystem system) => new(system.RestOf(pin) + (pin == 1 ? new Point(0, -60) : default), 0, 1);
        Assert.True(Sharpest(Solve(pins, Settings with { Stiffness = 1 }, [], Up)) < 0.8 * Sharpest(Solve(pins, Settings, [], Up)));

        // The largest difference of turn between neighbours.
        static double Sharpest(ArapState state) => Mesh.EdgeCotangents().Keys.Max(edge =>
            Math.Abs(Angles.Wrap(Math.Atan2(state.Sin[edge.A], state.Cos[edge.A]) - Math.Atan2(state.Sin[edge.B], state.Cos[edge.B]))));
    }

    [Fact]
    public void Art_near_a_pin_in_front_is_painted_last()
    {
        var system = ArapSystem.Build(Mesh, [Pin("a", 20, 30) with { InFront = 5 }, Pin("b", 280, 30)], Settings, [])!;
        Assert.Equal(Mesh.Triangles.Order(), system.Triangles.Order());
        Assert.True(MiddleX(system.Triangles, 0) > 250 && MiddleX(system.Triangles, system.Triangles.Length - 3) < 50);
        Assert.Same(Mesh.Triangles, ArapSystem.Build(Mesh, [Pin("a", 20, 30), Pin("b", 280, 30)], Settings, [])!.Triangles);

        static double MiddleX(int[] triangles, int t) => (Mesh.X[triangles[t]] + Mesh.X[triangles[t + 1]] + Mesh.X[triangles[t + 2]]) / 3;
    }

    [Fact]
    public void A_pin_rides_on_a_bone_and_the_part_bends_after_it()
    {
        var part = TestFilm.Part("p", "strip") with
        {
            Mesh = Settings,
            Pins = [Pin("a", 20, 30), Pin("b", 280, 30) with { RidesOn = "bone" }],
        };
        var puppet = new Puppet { Id = "pup", Name = "P", Parts = [part], Bones = [TestFilm.Bone("bone", 150, 30, 280, 30)] };
        var frame = TestFilm.At(TestFilm.Of(puppet, [Strip], TestFilm.Keyed("bone", "turn", (1, 0), (25, 90))), 25);
        var mesh = frame.Cast[0].Meshes[0]!;
        var tip = mesh.Pins!;
        Assert.Equal(150, mesh.Carry(new Point(280, 30)).X, 1);
        Assert.Equal(160, mesh.Carry(new Point(280, 30)).Y, 1);
        Assert.Equal(20, mesh.Carry(new Point(20, 30)).X, 1);
        Assert.True(tip.Rounds < ArapState.MaxRounds);
    }

    [Fact]
    public void A_mesh_bridges_two_islands_only_when_asked()
    {
        ImmutableArray<ImmutableArray<double>> islands = [[0, 0, 40, 0, 40, 40, 0, 40], [46, 0, 90, 0, 90, 40, 46, 40]];
        Assert.Equal(2, Pieces(MeshBuilder.Build(islands, Settings)));
        Assert.Equal(1, Pieces(MeshBuilder.Build(islands, Settings with { Bridge = 8 })));

        static int Pieces(Mesh mesh)
        {
            var around = mesh.Neighbours();
            var seen = new HashSet<int>();
            var pieces = 0;
            for (var v = 0; v < mesh.VertexCount; v++)
            {
                if (!seen.Add(v))
                {
                    continue;
                }

                pieces++;
                var queue = new Queue<int>([v]);
                while (queue.TryDequeue(out var at))
                {
                    foreach (var next in around[at].Where(seen.Add))
                    {
                        queue.Enqueue(next);
                    }
                }
            }

            return pieces;
        }
    }

    [Fact]
    public void What_moves_with_a_pin_is_all_of_the_pull_at_the_pin_and_nothing_at_the_others()
    {
        var system = ArapSystem.Build(Mesh, [Pin("a", 20, 30), Pin("b", 150, 30), Pin("c", 280, 30)], Settings, [])!;
        var (moves, pulled) = PinReach.Of(system, 1);
        Assert.Equal(1, At(150) / pulled, 0.05);
        // A pin holds its place; the corners of its triangle still turn about it.
        Assert.True(At(20) / pulled < 0.1 && At(280) / pulled < 0.1);
        Assert.True(At(90) / pulled is > 0.2 and < 1);

        double At(double x)
        {
            var (t, a, b, c) = Mesh.Locate(new Point(x, 30));
            return (a * moves[Mesh.Triangles[3 * t]]) + (b * moves[Mesh.Triangles[(3 * t) + 1]]) + (c * moves[Mesh.Triangles[(3 * t) + 2]]);
        }
    }
}
