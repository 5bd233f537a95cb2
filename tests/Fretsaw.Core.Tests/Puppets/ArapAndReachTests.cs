using System.Collections.Immutable;
using CsCheck;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Tests;

public class ArapAndReachTests
{
    private static readonly ImmutableArray<ImmutableArray<double>> Strip = [[0, 0, 300, 0, 300, 60, 0, 60]];
    private static readonly Mesh StripMesh = MeshBuilder.Build(Strip, new MeshSettings { Margin = 4, TriangleSide = 18 });
    private static readonly ImmutableArray<Pin> Pins = [Pin("a", 20, 30), Pin("b", 150, 20), Pin("c", 283, 41)];
    private static readonly ArapSystem System = ArapSystem.Build(StripMesh, Pins, new MeshSettings { Method = PinMethod.Settled }, [])!;

    [Fact]
    public void Moving_all_pins_rigidly_moves_the_mesh_rigidly() => Gen.Select(Gen.Double[-3.1, 3.1], Gen.Double[-400, 400], Gen.Double[-400, 400]).Sample((turn, x, y) =>
    {
        var motion = Affine.Translate(x, y) * Affine.RotateRadians(turn);
        var state = new ArapState(System);
        state.Solve(Pulled(System.Handles.Select(pin => motion.Map(pin.Rest) - pin.Rest).ToArray()));
        return Enumerable.Range(0, StripMesh.VertexCount).All(v =>
            (motion.Map(new Point(StripMesh.X[v], StripMesh.Y[v])) - new Point(state.X[v], state.Y[v])).Length < 1e-6 * 300);
    }, iter: 50);

    [Fact]
    public void Pins_are_where_they_are_pulled_and_the_solve_settles() => Pulls.Sample(pulls =>
    {
        var state = new ArapState(System);
        state.Solve(Pulled(pulls));
        return state.Rounds < ArapState.MaxRounds && System.Handles.Zip(pulls).All(pair => (At(state, pair.First) - pair.First.Rest - pair.Second).Length < 0.01);
    }, iter: 50);

    [Fact]
    public void A_solve_does_not_remember_the_one_before() => Gen.Select(Pulls, Pulls).Sample((first, second) =>
    {
        var (fresh, used) = (new ArapState(System), new ArapState(System));
        used.Solve(Pulled(first));
        used.Solve(Pulled(second));
        fresh.Solve(Pulled(second));
        return fresh.X.AsSpan().SequenceEqual(used.X) && fresh.Y.AsSpan().SequenceEqual(used.Y);
    }, iter: 30);

    [Fact]
    public void A_reach_ends_at_its_goal_with_both_lengths_kept() => Gen.Select(Gen.Double[5, 200], Gen.Double[5, 200], Gen.Double[-300, 300], Gen.Double[-300, 300], Gen.Bool).Sample((upper, lower, x, y, side) =>
    {
        var goal = new Point(x, y);
        var (a, b) = TwoBoneReach.Solve(default, goal, upper, lower, side ? 1 : -1);
        var joint = new Point(Math.Cos(a), Math.Sin(a)) * upper;
        var end = joint + (new Point(Math.Cos(b), Math.Sin(b)) * lower);
        var reachable = Math.Clamp(goal.Length, Math.Abs(upper - lower), upper + lower);
        var onSide = Point.Cross(goal, joint) * (side ? 1 : -1) >= -1e-6;
        return Math.Abs(end.Length - reachable) < 1e-6 && onSide && (Math.Abs(goal.Length - reachable) > 1e-9 || (end - goal).Length < 1e-5);
    });

    [Fact]
    public void A_reach_never_flips_for_a_small_move_of_its_goal() => Gen.Select(Gen.Double[1, 400], Gen.Double[-3.1, 3.1]).Sample((distance, angle) =>
    {
        var goal = new Point(Math.Cos(angle), Math.Sin(angle)) * distance;
        var (a, _) = TwoBoneReach.Solve(default, goal, 120, 100, 1);
        var (b, _) = TwoBoneReach.Solve(default, goal + new Point(0.001, 0.001), 120, 100, 1);
        // Near full reach the joint opens as the root of what is left: √(2·0.0014/55) ≈ 0.007 rad at the worst.
        return Math.Abs(Angles.Wrap(a - b)) < 0.02;
    });

    private static Gen<Point[]> Pulls => Gen.Select(Gen.Double[-80, 80], Gen.Double[-80, 80], (x, y) => new Point(x, y)).Array[3];

    private static Pin Pin(string id, double x, double y) => new() { Id = id, Name = id, At = new Point(x, y) };

    private static Point At(ArapState state, ArapSystem.HandlePlace pin) => new(
        (pin.WA * state.X[pin.A]) + (pin.WB * state.X[pin.B]) + (pin.WC * state.X[pin.C]),
        (pin.WA * state.Y[pin.A]) + (pin.WB * state.Y[pin.B]) + (pin.WC * state.Y[pin.C]));

    private static PinPull[] Pulled(Point[] shifts) => [.. shifts.Select((shift, pin) => new PinPull(System.RestOf(pin) + shift, 0, 1))];
}
