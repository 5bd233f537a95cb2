using System.Collections.Immutable;
using CsCheck;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;
using MathNet.Numerics.LinearAlgebra;

namespace Fretsaw.Core.Tests;

public class PuppetTests
{
    private static readonly ImmutableArray<ImmutableArray<double>> Strip = [[0, 0, 300, 0, 300, 60, 0, 60]];
    private static readonly Mesh StripMesh = MeshBuilder.Build(Strip, new MeshSettings { Margin = 4, TriangleSide = 18 });
    private static readonly ImmutableArray<Pin> Pins = [Pin("a", 20, 30), Pin("b", 150, 20), Pin("c", 283, 41)];
    private static readonly ArapSystem System = ArapSystem.Build(StripMesh, Pins, new MeshSettings(), [])!;

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

    /// <summary>
    /// Outside check: the same alternation (Sorkine &amp; Alexa 2007) written plainly over dense matrices of
    /// MathNet.Numerics, run until it stands still.
    /// </summary>
    [Fact]
    public void The_energy_is_within_half_a_percent_of_a_dense_reference() => Pulls.Sample(pulls =>
    {
        var state = new ArapState(System);
        state.Solve(Pulled(pulls));
        return state.Energy <= DenseEnergy(pulls) * 1.005 + 1e-6;
    }, iter: 3);

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

    private static double DenseEnergy(Point[] pulls)
    {
        var n = StripMesh.VertexCount;
        var (matrix, cos, sin) = (Matrix<double>.Build.Dense(n, n), Enumerable.Repeat(1.0, n).ToArray(), new double[n]);
        foreach (var (i, j, w) in Edges())
        {
            matrix[i, i] += w;
            matrix[i, j] -= w;
        }

        foreach (var pin in System.Handles)
        {
            var corners = new[] { (pin.A, pin.WA), (pin.B, pin.WB), (pin.C, pin.WC) };
            foreach (var (a, wa) in corners)
            {
                foreach (var (b, wb) in corners)
                {
                    matrix[a, b] += System.PinWeight * wa * wb;
                }
            }
        }

        var solver = matrix.Cholesky();
        var energy = double.PositiveInfinity;
        for (var round = 0; round < 3000; round++)
        {
            var (x, y) = (new double[n], new double[n]);
            foreach (var (i, j, w) in Edges())
            {
                var (dx, dy) = (StripMesh.X[i] - StripMesh.X[j], StripMesh.Y[i] - StripMesh.Y[j]);
                x[i] += w / 2 * (((cos[i] + cos[j]) * dx) - ((sin[i] + sin[j]) * dy));
                y[i] += w / 2 * (((sin[i] + sin[j]) * dx) + ((cos[i] + cos[j]) * dy));
            }

            foreach (var (pin, pull) in System.Handles.Zip(pulls))
            {
                foreach (var (v, w) in new[] { (pin.A, pin.WA), (pin.B, pin.WB), (pin.C, pin.WC) })
                {
                    x[v] += System.PinWeight * w * (pin.Rest.X + pull.X);
                    y[v] += System.PinWeight * w * (pin.Rest.Y + pull.Y);
                }
            }

            var (px, py) = (solver.Solve(Vector<double>.Build.Dense(x)), solver.Solve(Vector<double>.Build.Dense(y)));
            var (dot, cross, sum) = (new double[n], new double[n], 0.0);
            foreach (var (i, j, w) in Edges())
            {
                var (r, p) = (new Point(StripMesh.X[i] - StripMesh.X[j], StripMesh.Y[i] - StripMesh.Y[j]), new Point(px[i] - px[j], py[i] - py[j]));
                dot[i] += w * Point.Dot(r, p);
                cross[i] += w * Point.Cross(r, p);
            }

            for (var i = 0; i < n; i++)
            {
                (cos[i], sin[i]) = (dot[i] / Math.Sqrt((dot[i] * dot[i]) + (cross[i] * cross[i])), cross[i] / Math.Sqrt((dot[i] * dot[i]) + (cross[i] * cross[i])));
            }

            foreach (var (i, j, w) in Edges())
            {
                var (dx, dy) = (StripMesh.X[i] - StripMesh.X[j], StripMesh.Y[i] - StripMesh.Y[j]);
                var off = new Point(px[i] - px[j] - (cos[i] * dx) + (sin[i] * dy), py[i] - py[j] - (sin[i] * dx) - (cos[i] * dy));
                sum += w * off.Length * off.Length / 2;
            }

            if (energy - sum < 1e-9 * sum)
            {
                return sum;
            }

            energy = sum;
        }

        return energy;
    }

    private static IEnumerable<(int I, int J, double W)> Edges()
    {
        for (var i = 0; i < StripMesh.VertexCount; i++)
        {
            for (var e = System.First[i]; e < System.First[i + 1]; e++)
            {
                yield return (i, System.Neighbour[e], System.Weight[e]);
            }
        }
    }
}
