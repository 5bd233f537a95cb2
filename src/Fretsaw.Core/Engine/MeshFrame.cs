using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Engine;

/// <summary>A part's mesh at the evaluated frame. Vertices are in the part's own rest space; nothing is allocated after construction.</summary>
public sealed class MeshFrame
{
    private readonly MeshPlan plan;
    private readonly PinPull[] pulls;
    private readonly Affine[] bones;
    private readonly double[] leanCos;
    private readonly double[] leanSin;
    private readonly bool ownPlaces;

    public MeshFrame(MeshPlan plan)
    {
        this.plan = plan;
        var n = plan.Mesh.VertexCount;
        Pins = plan.Pins is null ? null : new ArapState(plan.Pins);
        // What is pushed or waves goes on from the pins' answer, which stays as it is.
        ownPlaces = Pins is null || plan.Kneads.Length > 0 || plan.Sway is not null;
        (X, Y) = ownPlaces ? (new double[n], new double[n]) : (Pins!.X, Pins.Y);
        (leanCos, leanSin) = Pins is null ? (new double[n], new double[n]) : (Pins.Cos, Pins.Sin);
        pulls = new PinPull[plan.Pulls.Length];
        bones = new Affine[plan.Bones.Length];
    }

    public Mesh Mesh => plan.Mesh;

    public int[] Triangles => plan.Triangles;

    /// <summary>The pins' solver; null for a mesh without pins.</summary>
    public ArapState? Pins { get; }

    /// <summary>What each pin asked for at the frame, in the order of the system's pins.</summary>
    public ReadOnlySpan<PinPull> Pulls => pulls;

    public double[] X { get; }

    public double[] Y { get; }

    /// <param name="node">The part's node.</param>
    /// <param name="behind">How far pins lag, stage pixels, by follow-through; empty for none.</param>
    /// <param name="seconds">Since frame 1.</param>
    /// <param name="draft">See <see cref="ArapState.Solve"/>.</param>
    internal void Evaluate(int node, Skeleton skeleton, ReadOnlySpan<Point> behind, ReadOnlySpan<double> values, double seconds, double wind, bool draft)
    {
        if (plan.Pins is not null)
        {
            Pull(node, skeleton, behind, values, draft);
        }
        else if (plan.Weights is { } weights)
        {
            Bend(node, skeleton, weights);
        }
        else
        {
            plan.Mesh.X.CopyTo(X, 0);
            plan.Mesh.Y.CopyTo(Y, 0);
            Array.Fill(leanCos, 1);
            Array.Clear(leanSin);
        }

        foreach (var (field, slot) in plan.Kneads)
        {
            Push(field, values[slot] / 100);
        }

        if (plan.Sway is { } sway)
        {
            Wave(sway, seconds, values[plan.SwaySlot] / 100 * (plan.ObeysWind ? wind : 1));
        }
    }

    /// <summary>Where a place of the art at rest has gone.</summary>
    public Point Carry(Point rest)
    {
        var (t, a, b, c) = Mesh.Locate(rest);
        return t < 0 ? rest : At(3 * t, a, b, c, X, Y);
    }

    /// <summary>Which place of the art at rest lies at a place now; the frontmost where the mesh folds over itself.</summary>
    public bool TryFind(Point now, out Point rest)
    {
        for (var t = Triangles.Length - 3; t >= 0; t -= 3)
        {
            var (i, j, k) = (Triangles[t], Triangles[t + 1], Triangles[t + 2]);
            var area = Geometry.Mesh.DoubleArea(X, Y, i, j, k);
            var (p, q, r) = (new Point(X[i], Y[i]), new Point(X[j], Y[j]), new Point(X[k], Y[k]));
            var (a, b) = (Point.Cross(q - now, r - now) / area, Point.Cross(r - now, p - now) / area);
            if (a >= 0 && b >= 0 && a + b <= 1)
            {
                rest = (new Point(Mesh.X[i], Mesh.Y[i]) * a) + (new Point(Mesh.X[j], Mesh.Y[j]) * b) + (new Point(Mesh.X[k], Mesh.Y[k]) * (1 - a - b));
                return true;
            }
        }

        rest = default;
        return false;
    }

    private Point At(int corner, double a, double b, double c, double[] x, double[] y)
    {
        var (i, j, k) = (Mesh.Triangles[corner], Mesh.Triangles[corner + 1], Mesh.Triangles[corner + 2]);
        return new Point((a * x[i]) + (b * x[j]) + (c * x[k]), (a * y[i]) + (b * y[j]) + (c * y[k]));
    }

    private void Pull(int node, Skeleton skeleton, ReadOnlySpan<Point> behind, ReadOnlySpan<double> values, bool draft)
    {
        ref readonly var own = ref skeleton.Worlds[node];
        own.TryInvert(out var toPart);
        var moved = false;
        for (var p = 0; p < pulls.Length; p++)
        {
            ref readonly var pin = ref plan.Pulls[p];
            var rest = plan.Pins!.RestOf(p);
            var to = rest + new Point(values[pin.Slot], values[pin.Slot + 1]);
            var (turn, size) = (0.0, 1.0);
            if (pin.Rides != node)
            {
                var ride = toPart * skeleton.Worlds[pin.Rides];
                to = ride.Map(to);
                turn = Math.Atan2(ride.B, ride.A);
            }

            if (pin.FollowThrough >= 0 && !behind.IsEmpty)
            {
                (skeleton.ToStage * own).TryInvert(out var fromStage);
                to += fromStage.MapVector(behind[pin.FollowThrough]);
            }

            turn += pin.TurnSlot < 0 ? 0 : values[pin.TurnSlot] * Angles.RadiansPerDegree;
            size *= pin.SizeSlot < 0 ? 1 : values[pin.SizeSlot] / 100;
            pulls[p] = new PinPull(to, turn, size);
            moved |= to != rest || (pin.TurnSlot >= 0 && turn != 0) || size != 1;
        }

        if (moved)
        {
            Pins!.Solve(pulls, draft);
        }
        else
        {
            Pins!.Rest();
        }

        if (ownPlaces)
        {
            Pins.X.CopyTo(X, 0);
            Pins.Y.CopyTo(Y, 0);
        }
    }

    /// <summary>Linear blend skinning, in the space of what carries the part, so that the part's own turn comes on top.</summary>
    private void Bend(int node, Skeleton skeleton, BoneWeights weights)
    {
        skeleton.CarrierOf(node).TryInvert(out var toCarrier);
        for (var b = 0; b < bones.Length; b++)
        {
            bones[b] = toCarrier * skeleton.Worlds[plan.Bones[b]];
        }

        var (restX, restY, share, whose) = (plan.Mesh.X, plan.Mesh.Y, weights.Weights, weights.Bones);
        for (var v = 0; v < restX.Length; v++)
        {
            var (a, b, c, d, e, f) = (0.0, 0.0, 0.0, 0.0, 0.0, 0.0);
            for (var k = BoneWeights.Most * v; k < BoneWeights.Most * (v + 1); k++)
            {
                var w = share[k];
                if (w == 0)
                {
                    continue;
                }

                ref readonly var m = ref bones[whose[k]];
                a += w * m.A;
                b += w * m.B;
                c += w * m.C;
                d += w * m.D;
                e += w * m.E;
                f += w * m.F;
            }

            (X[v], Y[v]) = ((a * restX[v]) + (c * restY[v]) + e, (b * restX[v]) + (d * restY[v]) + f);
            var length = Math.Sqrt((a * a) + (b * b));
            (leanCos[v], leanSin[v]) = length > 0 ? (a / length, b / length) : (1, 0);
        }
    }

    /// <summary>A push made on the art at rest turns with the art.</summary>
    private void Push(KneadField field, double amount)
    {
        if (amount == 0)
        {
            return;
        }

        for (var v = 0; v < X.Length; v++)
        {
            var (dx, dy) = (field.X[v] * amount, field.Y[v] * amount);
            X[v] += (leanCos[v] * dx) - (leanSin[v] * dy);
            Y[v] += (leanSin[v] * dx) + (leanCos[v] * dy);
        }
    }

    private void Wave(SwayWave sway, double seconds, double strength)
    {
        if (strength == 0)
        {
            return;
        }

        for (var v = 0; v < X.Length; v++)
        {
            var by = sway.At(v, seconds, strength);
            var (dx, dy) = (sway.Across.X * by, sway.Across.Y * by);
            X[v] += (leanCos[v] * dx) - (leanSin[v] * dy);
            Y[v] += (leanSin[v] * dx) + (leanCos[v] * dy);
        }
    }
}
