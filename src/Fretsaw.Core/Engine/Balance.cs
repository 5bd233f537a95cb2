using System.Collections.Immutable;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Engine;

/// <summary>What bears a puppet: from the leftmost to the rightmost place where its planted feet touch the ground, stage pixels.</summary>
/// <param name="Down">How far down the lower of its ends lies.</param>
public readonly record struct Support(double Left, double Right, double Down)
{
    /// <summary>Both together; this alone where the other is null.</summary>
    public Support With(Support? other) =>
        other is { } on ? new Support(Math.Min(on.Left, Left), Math.Max(on.Right, Right), Math.Max(on.Down, Down)) : this;
}

/// <summary>How heavy a part is and where its middle is now, posed puppet pixels.</summary>
/// <param name="Spread">Mean squared distance of its art from there, px².</param>
internal readonly record struct PartWeight(double Weight, Point At, double Spread);

/// <summary>
/// Where a puppet's weight is, stage pixels: the mean of the centroids of its painted parts, and of those of others that it carries, each
/// by its area at rest times how heavy it is said to be. It is in balance while the plumb line through it falls on what bears it.
/// </summary>
/// <param name="Mass">px² at 100 %; 0 for a puppet without art.</param>
/// <param name="Support">Null while nothing is planted.</param>
public readonly record struct Balance(double Mass, Point Centre, Support? Support)
{
    /// <summary>Of the height of what hangs on a chain's last bone, the lowest part that counts as its sole.</summary>
    private const double Sole = 0.15;

    /// <summary>How far the plumb line falls beside what bears it, stage px: to the right more than 0; 0 in balance, or in the air.</summary>
    public double Off => Support is not { } on ? 0 : Centre.X < on.Left ? Centre.X - on.Left : Math.Max(0, Centre.X - on.Right);

    /// <param name="frame">With the cast posed.</param>
    /// <param name="without">A reach that bears nothing although it is planted: the one that is being dragged.</param>
    public static Balance Of(Evaluator frame, CastFrame cast, string? without = null)
    {
        var (mass, sum) = (0.0, default(Point));
        foreach (var part in cast.Plan.Painted)
        {
            var one = OfPart(frame, cast, part);
            mass += one.Weight;
            sum += one.At * one.Weight;
        }

        foreach (var lender in frame.LendersTo(cast))
        {
            foreach (var part in lender.Cast!.Plan.Painted)
            {
                var (one, _) = OfLoad(frame, cast, lender.Cast, part);
                mass += one.Weight;
                sum += one.At * one.Weight;
            }
        }

        var values = frame.DrivenOf(cast);
        Support? support = null;
        for (var i = 0; i < cast.Plan.Reaches.Length; i++)
        {
            var reach = cast.Plan.Reaches[i];
            if (values[reach.Slot + 2] > 0.5 && reach.Reach.Id != without)
            {
                support = SoleOf(frame, cast, i).With(support);
            }
        }

        return new Balance(mass, mass > 0 ? cast.ToStage.Map(sum * (1 / mass)) : default, support);
    }

    /// <summary>Nothing while another carries it.</summary>
    internal static PartWeight OfPart(Evaluator frame, CastFrame cast, PartPlan part) =>
        cast.Skeleton.LentOf(part.Node) >= 0 ? default : Weighed(frame, cast, part);

    /// <summary>The same of a part of another, in the holder's posed puppet pixels and as large as it is there; nothing where the holder does not carry it.</summary>
    /// <returns>On: the holder's node that carries it, or <see cref="NodePlan.TheBody"/>.</returns>
    internal static (PartWeight Weight, int On) OfLoad(Evaluator frame, CastFrame holder, CastFrame owner, PartPlan part)
    {
        if (owner.CarriedBy(holder, part) is not { } lent || !holder.ToStage.TryInvert(out var offStage))
        {
            return (default, NodePlan.TheBody);
        }

        var own = Weighed(frame, owner, part);
        var larger = Math.Abs(owner.Skeleton.Ground.Determinant / holder.Skeleton.Ground.Determinant);
        return (new PartWeight(own.Weight * larger, offStage.Map(owner.ToStage.Map(own.At)), own.Spread * larger), lent.On);
    }

    private static PartWeight Weighed(Evaluator frame, CastFrame cast, PartPlan part)
    {
        var drawings = frame.Plan.Film.Drawings;
        var world = cast.Worlds[part.Node];
        if (part.Limb is { } limb)
        {
            var own = AreaCentre.Of(drawings[part.Drawing]);
            return new PartWeight(own.Area * part.Part.WeightPercent / 100, OfLimb(cast, limb), own.Spread);
        }

        var (drawing, laid) = (part.Drawing, Affine.Identity);
        if (part.SwapSlot >= 0 && (int)Math.Round(frame.DrivenOf(cast)[part.SwapSlot]) is > 0 and var swap && swap <= part.Swaps.Length)
        {
            (drawing, laid) = (part.Swaps[swap - 1].Drawing, part.Swaps[swap - 1].Laid);
        }

        if (drawing < 0)
        {
            return default;
        }

        var art = AreaCentre.Of(drawings[drawing]);
        var rest = laid.Map(art.Centre);
        var at = world.Map(cast.Meshes[part.Index] is { } mesh ? rest + Moved(mesh) : rest);
        return new PartWeight(art.Area * part.Part.WeightPercent / 100, at, art.Spread * Math.Abs(laid.Determinant * world.Determinant));
    }

    /// <summary>How far a mesh's middle has gone from where it is at rest: every triangle keeps the weight of its area at rest.</summary>
    private static Point Moved(MeshFrame mesh)
    {
        var (rest, corners) = (mesh.Mesh, mesh.Mesh.Triangles);
        var (area, sum) = (0.0, default(Point));
        for (var t = 0; t < corners.Length; t += 3)
        {
            var (i, j, k) = (corners[t], corners[t + 1], corners[t + 2]);
            var weight = Math.Abs(Mesh.DoubleArea(rest.X, rest.Y, i, j, k));
            area += weight;
            sum += new Point(mesh.X[i] + mesh.X[j] + mesh.X[k] - rest.X[i] - rest.X[j] - rest.X[k], mesh.Y[i] + mesh.Y[j] + mesh.Y[k] - rest.Y[i] - rest.Y[j] - rest.Y[k]) * (weight / 3);
        }

        return area > 0 ? sum * (1 / area) : default;
    }

    /// <summary>The middle of a limb along two bones, by the length and mean width of each half.</summary>
    private static Point OfLimb(CastFrame cast, LimbPlan limb)
    {
        var (upper, lower) = (cast.Plan.Nodes[limb.Upper], cast.Plan.Nodes[limb.Lower]);
        var root = cast.Worlds[limb.Upper].Map(upper.Pivot);
        var joint = cast.Worlds[limb.Lower].Map(lower.Pivot);
        var end = cast.Worlds[limb.Lower].Map(lower.Pivot + lower.Along);
        var (first, second) = (upper.Along.Length * (limb.Limb.RootWidth + limb.Limb.JointWidth), lower.Along.Length * (limb.Limb.JointWidth + limb.Limb.EndWidth));
        return first + second > 0 ? (((root + joint) * first) + ((joint + end) * second)) * (0.5 / (first + second)) : joint;
    }

    /// <summary>
    /// The lowest stretch of what hangs on a chain's last bone, as it is drawn and laid where the goal stands: a sole that is planted
    /// lies flat, however the shin over it leans. The goal alone where nothing hangs there.
    /// </summary>
    /// <param name="index">Of the chain.</param>
    internal static Support SoleOf(Evaluator frame, CastFrame cast, int index)
    {
        var (left, right, foot) = RestSoleOf(frame.Plan.Film.Drawings, cast, index);
        var rest = cast.Plan.Reaches[index].GoalRest;
        var goal = cast.ToStage.Map(cast.Goals[index]);
        var (one, other) = (OnGround(left), OnGround(right));
        return new Support(Math.Min(one.X, other.X), Math.Max(one.X, other.X), one.Y);

        Point OnGround(double x) => goal + cast.Skeleton.Ground.MapVector(new Point(x, foot) - rest);
    }

    /// <summary>The same at rest, puppet pixels: from where to where, and how far down.</summary>
    internal static (double Left, double Right, double Down) RestSoleOf(ImmutableArray<Drawing> drawings, CastFrame cast, int index)
    {
        var reach = cast.Plan.Reaches[index];
        var last = reach.Nodes[^1];
        var (foot, top) = (reach.GoalRest.Y, cast.Plan.Nodes[last].Pivot.Y);
        var hanging = cast.Plan.Painted.Where(part => part.Limb is null && cast.Skeleton.Hangs(part.Node, last)).Select(part => drawings[part.Drawing].Outline).ToList();
        foreach (var ring in hanging.SelectMany(outline => outline))
        {
            for (var i = 1; i < ring.Length; i += 2)
            {
                foot = Math.Max(foot, ring[i]);
            }
        }

        var (left, right) = (reach.GoalRest.X, reach.GoalRest.X);
        foreach (var ring in hanging.SelectMany(outline => outline))
        {
            for (var i = 0; i < ring.Length; i += 2)
            {
                if (ring[i + 1] >= foot - (Sole * Math.Abs(foot - top)))
                {
                    (left, right) = (Math.Min(left, ring[i]), Math.Max(right, ring[i]));
                }
            }
        }

        return (left, right, foot);
    }
}
