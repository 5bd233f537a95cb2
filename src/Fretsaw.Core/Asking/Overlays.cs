using System.Collections.Immutable;
using Fretsaw.Core.Art;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Asking;

/// <summary>An evaluated frame → where its handles are in the picture, and what is under a point.</summary>
internal static class Overlays
{
    /// <param name="only">The thing whose handles are wanted; null for all.</param>
    public static OverlayAnswer Of(Evaluator frame, string? only = null)
    {
        var pivots = ImmutableArray.CreateBuilder<PivotHandle>();
        var bones = ImmutableArray.CreateBuilder<BoneHandle>();
        var pins = ImmutableArray.CreateBuilder<PointHandle>();
        var goals = ImmutableArray.CreateBuilder<PointHandle>();
        var origins = ImmutableArray.CreateBuilder<PointHandle>();
        var rests = ImmutableArray.CreateBuilder<RestHandle>();
        var folds = ImmutableArray.CreateBuilder<Fold>();
        foreach (var thing in frame.Things.Where(thing => thing.Shown && (only is null || thing.Plan.Thing.Id == only)))
        {
            if (thing.Cast is not { } cast)
            {
                continue;
            }

            var (plan, owner, toPicture) = (cast.Plan, thing.Plan.Thing.Id, thing.ToPicture);
            origins.Add(new PointHandle(owner, plan.Puppet.Id, toPicture.Map(plan.Puppet.Origin)));
            foreach (var part in plan.Puppet.Parts)
            {
                var node = plan.NodeOf[part.Id];
                var world = frame.ToPicture(cast, node) * cast.Worlds[node];
                pivots.Add(new PivotHandle(owner, part.Id, world.Map(part.Pivot), PartBox(frame, plan, part, world, thing.NearestW)));
            }

            foreach (var bone in plan.Puppet.Bones)
            {
                var node = plan.NodeOf[bone.Id];
                var world = frame.ToPicture(cast, node) * cast.Worlds[node];
                var reach = plan.Nodes[node].Reach;
                var obeys = reach < 0 ? null : plan.Reaches[reach].Reach.Id;
                bones.Add(new BoneHandle(owner, bone.Id, world.Map(bone.Start), world.Map(bone.End), obeys));
            }

            for (var i = 0; i < plan.Reaches.Length; i++)
            {
                goals.Add(new PointHandle(owner, plan.Reaches[i].Reach.Id, frame.ToPicture(cast, plan.Reaches[i].Nodes[0]).Map(cast.Goals[i])));
            }

            foreach (var part in plan.Painted)
            {
                var posed = frame.ToPicture(cast, part.Node);
                AddPins(frame, posed, cast, part, pins);
                AddFolds(posed, cast, part, folds);
                if (owner == View.BenchCast)
                {
                    RestHandles.Add(owner, part, posed * cast.Worlds[part.Node], rests);
                }
            }
        }

        return new OverlayAnswer(
            pivots.ToImmutable(), bones.ToImmutable(), pins.ToImmutable(), goals.ToImmutable(), origins.ToImmutable(),
            rests.ToImmutable(), folds.ToImmutable(), Boxes(frame, only));
    }

    public static HitAnswer Hit(Evaluator frame, Point at)
    {
        for (var i = frame.FarToNear.Length - 1; i >= 0; i--)
        {
            var thing = frame.Things[frame.FarToNear[i]];
            if (!thing.Shown || thing.Plan.Thing.Locked)
            {
                continue;
            }

            if (thing.Cast is not { } cast)
            {
                if (Touches(frame, thing.ToPicture, thing.Plan.Drawing, at))
                {
                    return new HitAnswer(thing.Plan.Thing.Id, null);
                }
            }
            else if (cast.PartsInOrder.Where(cast.Plan.Painted.Contains).LastOrDefault(part => !part.Part.Locked && Touches(frame, frame.ToPicture(cast, part.Node), cast, part, at)) is { } hit)
            {
                return new HitAnswer(thing.Plan.Thing.Id, hit.Part.Id);
            }
        }

        return new HitAnswer(null, null);
    }

    /// <summary>On a mesh the point is brought back to where the art lies there at rest.</summary>
    private static bool Touches(Evaluator frame, Homography toPicture, CastFrame cast, PartPlan part, Point at)
    {
        var world = toPicture * cast.Worlds[part.Node];
        if (cast.Meshes[part.Index] is not { } mesh)
        {
            return Touches(frame, world, part.Drawing, at);
        }

        return world.TryInvert(out var inverse) && inverse.Depth(at) > 0 && mesh.TryFind(inverse.Map(at), out var rest)
            && Outlines.Holds(frame.Plan.Film.Drawings[part.Drawing].Outline, rest);
    }

    private static bool Touches(Evaluator frame, Homography toPicture, int drawing, Point at) =>
        toPicture.TryInvert(out var inverse) && inverse.Depth(at) > 0 && Outlines.Holds(frame.Plan.Film.Drawings[drawing].Outline, inverse.Map(at));

    private static void AddPins(Evaluator frame, Homography toPicture, CastFrame cast, PartPlan part, ImmutableArray<PointHandle>.Builder pins)
    {
        var (owner, world) = (cast.Use.Thing.Id, toPicture * cast.Worlds[part.Node]);
        var held = 0;
        foreach (var pin in part.Part.Pins)
        {
            if (pin.Hold != PinHold.Watch && part.Mesh?.Pins is { } system)
            {
                // Where it is pulled to, and not where lag and sway take the art: there a drag takes hold of it.
                var pull = part.Mesh.Pulls[held];
                var at = system.RestOf(held++) + new Point(frame.DrivenOf(cast)[pull.Slot], frame.DrivenOf(cast)[pull.Slot + 1]);
                pins.Add(new PointHandle(owner, pin.Id, (toPicture * cast.Worlds[pull.Rides]).Map(at), part.Part.Id));
            }
            else
            {
                pins.Add(new PointHandle(owner, pin.Id, world.Map(cast.Meshes[part.Index]?.Carry(pin.At) ?? pin.At), part.Part.Id));
            }
        }
    }

    private static void AddFolds(Homography toPicture, CastFrame cast, PartPlan part, ImmutableArray<Fold>.Builder folds)
    {
        if (cast.Meshes[part.Index] is not { } mesh || mesh.Mesh.CountFlipped(mesh.X, mesh.Y) == 0)
        {
            return;
        }

        var world = toPicture * cast.Worlds[part.Node];
        var corners = mesh.Mesh.Flipped(mesh.X, mesh.Y).Select(v => world.Map(new Point(mesh.X[v], mesh.Y[v]))).SelectMany(at => new[] { at.X, at.Y });
        folds.Add(new Fold(cast.Use.Thing.Id, part.Part.Id, [.. corners]));
    }

    private static ImmutableArray<BoxHandle> Boxes(Evaluator frame, string? only)
    {
        var boxes = ImmutableArray.CreateBuilder<BoxHandle>();
        foreach (var index in frame.FarToNear)
        {
            var thing = frame.Things[index];
            if (thing.Shown && (only is null || thing.Plan.Thing.Id == only))
            {
                var box = thing.Plan.Puppet?.RestBox ?? frame.Plan.Film.Drawings[thing.Plan.Drawing].Bounds;
                boxes.Add(new BoxHandle(thing.Plan.Thing.Id, thing.Standing.Distance, Math.Round(thing.Sigma, 2), Corners(box, thing.ToPicture, thing.NearestW)));
            }
        }

        return boxes.ToImmutable();
    }

    private static ImmutableArray<double> PartBox(Evaluator frame, PuppetPlan plan, Part part, Homography world, double nearest) =>
        Array.Find(plan.Parts, candidate => candidate.Part.Id == part.Id) is { } drawn ? Corners(frame.Plan.Film.Drawings[drawn.Drawing].Bounds, world, nearest) : [];

    private static ImmutableArray<double> Corners(Box box, Homography map, double nearest)
    {
        Span<Point> seen = stackalloc Point[5];
        var count = map.MapClipped([new(box.X, box.Y), new(box.Right, box.Y), new(box.Right, box.Bottom), new(box.X, box.Bottom)], nearest, seen);
        var corners = ImmutableArray.CreateBuilder<double>(2 * count);
        foreach (var corner in seen[..count])
        {
            corners.Add(corner.X);
            corners.Add(corner.Y);
        }

        return corners.MoveToImmutable();
    }
}
