using System.Collections.Immutable;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Asking;

/// <summary>An evaluated frame → where its handles are in the picture, and what is under a point.</summary>
internal static class Overlays
{
    public static OverlayAnswer Of(Evaluator frame)
    {
        var pivots = ImmutableArray.CreateBuilder<PivotHandle>();
        var bones = ImmutableArray.CreateBuilder<BoneHandle>();
        var pins = ImmutableArray.CreateBuilder<PointHandle>();
        var goals = ImmutableArray.CreateBuilder<PointHandle>();
        var origins = ImmutableArray.CreateBuilder<PointHandle>();
        var rests = ImmutableArray.CreateBuilder<RestHandle>();
        var folds = ImmutableArray.CreateBuilder<Fold>();
        foreach (var cast in frame.Cast.Where(cast => frame.Camera.Shows(cast.Plan.Member.Distance)))
        {
            var plan = cast.Plan;
            var owner = plan.Member.Id;
            var toPicture = ToPicture(frame, cast);
            origins.Add(new PointHandle(owner, plan.Puppet.Id, toPicture.Map(plan.Puppet.Origin)));
            foreach (var part in plan.Puppet.Parts)
            {
                var world = toPicture * cast.Worlds[plan.NodeOf[part.Id]];
                pivots.Add(new PivotHandle(owner, part.Id, world.Map(part.Pivot), PartBox(frame, part.Drawing, world)));
            }

            foreach (var bone in plan.Puppet.Bones)
            {
                var world = toPicture * cast.Worlds[plan.NodeOf[bone.Id]];
                var node = plan.Nodes[plan.NodeOf[bone.Id]];
                var obeys = node.Reach < 0 ? null : plan.Reaches[node.Reach].Reach.Id;
                bones.Add(new BoneHandle(owner, bone.Id, world.Map(bone.Start), world.Map(bone.End), obeys));
            }

            for (var i = 0; i < plan.Reaches.Length; i++)
            {
                goals.Add(new PointHandle(owner, plan.Reaches[i].Reach.Id, toPicture.Map(cast.Goals[i])));
            }

            foreach (var part in plan.Painted)
            {
                AddPins(frame, toPicture, cast, part, pins);
                AddFolds(toPicture, cast, part, folds);
                if (owner == View.BenchCast)
                {
                    RestHandles.Add(owner, part, toPicture * cast.Worlds[part.Node], rests);
                }
            }
        }

        return new OverlayAnswer(
            pivots.ToImmutable(), bones.ToImmutable(), pins.ToImmutable(), goals.ToImmutable(), origins.ToImmutable(),
            rests.ToImmutable(), folds.ToImmutable(), Boxes(frame));
    }

    public static HitAnswer Hit(Evaluator frame, Point at)
    {
        foreach (var layer in frame.Plan.Layers.Reverse().Where(layer => frame.Camera.Shows(layer.Distance)))
        {
            if (layer.IsFlat)
            {
                var flat = frame.Plan.Flats[layer.Index];
                if (Touches(frame, frame.Camera.ToPicture(frame.Plan.Film, layer.Distance) * flat.Placement, flat.Drawing, at))
                {
                    return new HitAnswer(null, flat.Flat.Id, true);
                }

                continue;
            }

            var cast = frame.Cast[layer.Index];
            var toPicture = ToPicture(frame, cast);
            if (cast.Plan.Painted.LastOrDefault(part => !part.Part.Locked && Touches(frame, toPicture, cast, part, at)) is { } hit)
            {
                return new HitAnswer(cast.Plan.Member.Id, hit.Part.Id, false);
            }
        }

        return new HitAnswer(null, null, false);
    }

    public static Affine ToPicture(Evaluator frame, CastFrame cast) =>
        frame.Camera.ToPicture(frame.Plan.Film, cast.Plan.Member.Distance) * cast.ToStage;

    /// <summary>On a mesh the point is brought back to where the art lies there at rest.</summary>
    private static bool Touches(Evaluator frame, Affine toPicture, CastFrame cast, PartPlan part, Point at)
    {
        var world = toPicture * cast.Worlds[part.Node];
        if (cast.Meshes[part.Index] is not { } mesh)
        {
            return Touches(frame, world, part.Drawing, at);
        }

        return world.TryInvert(out var inverse) && mesh.TryFind(inverse.Map(at), out var rest)
            && Outlines.Holds(frame.Plan.Film.Drawings[part.Drawing].Outline, rest);
    }

    private static bool Touches(Evaluator frame, Affine toPicture, int drawing, Point at) =>
        toPicture.TryInvert(out var inverse) && Outlines.Holds(frame.Plan.Film.Drawings[drawing].Outline, inverse.Map(at));

    private static void AddPins(Evaluator frame, Affine toPicture, CastFrame cast, PartPlan part, ImmutableArray<PointHandle>.Builder pins)
    {
        var (owner, world) = (cast.Plan.Member.Id, toPicture * cast.Worlds[part.Node]);
        var held = 0;
        foreach (var pin in part.Part.Pins)
        {
            if (pin.Hold != PinHold.Watch && part.Mesh?.Pins is { } system)
            {
                // Where it is pulled to, and not where lag and sway take the art: there a drag takes hold of it.
                var pull = part.Mesh.Pulls[held];
                var at = system.RestOf(held++) + new Point(frame.Driven[pull.Slot], frame.Driven[pull.Slot + 1]);
                pins.Add(new PointHandle(owner, pin.Id, (toPicture * cast.Worlds[pull.Rides]).Map(at), part.Part.Id));
            }
            else
            {
                pins.Add(new PointHandle(owner, pin.Id, world.Map(cast.Meshes[part.Index]?.Carry(pin.At) ?? pin.At), part.Part.Id));
            }
        }
    }

    private static void AddFolds(Affine toPicture, CastFrame cast, PartPlan part, ImmutableArray<Fold>.Builder folds)
    {
        if (cast.Meshes[part.Index] is not { } mesh || mesh.Mesh.CountFlipped(mesh.X, mesh.Y) == 0)
        {
            return;
        }

        var world = toPicture * cast.Worlds[part.Node];
        var corners = mesh.Mesh.Flipped(mesh.X, mesh.Y).Select(v => world.Map(new Point(mesh.X[v], mesh.Y[v]))).SelectMany(at => new[] { at.X, at.Y });
        folds.Add(new Fold(cast.Plan.Member.Id, part.Part.Id, [.. corners]));
    }

    private static ImmutableArray<BoxHandle> Boxes(Evaluator frame)
    {
        var boxes = ImmutableArray.CreateBuilder<BoxHandle>();
        foreach (var layer in frame.Plan.Layers.Where(layer => frame.Camera.Shows(layer.Distance)))
        {
            var sigma = Math.Round(frame.Camera.BlurSigma(frame.Plan.Film, layer.Distance), 2);
            if (layer.IsFlat)
            {
                var flat = frame.Plan.Flats[layer.Index];
                var toPicture = frame.Camera.ToPicture(frame.Plan.Film, layer.Distance) * flat.Placement;
                boxes.Add(new BoxHandle(flat.Flat.Id, true, layer.Distance, sigma, Corners(frame.Plan.Film.Drawings[flat.Drawing].Bounds, toPicture)));
            }
            else
            {
                var cast = frame.Cast[layer.Index];
                boxes.Add(new BoxHandle(cast.Plan.Member.Id, false, layer.Distance, sigma, Corners(View.PuppetBox(frame.Plan.Film, cast.Plan.Puppet), ToPicture(frame, cast))));
            }
        }

        return boxes.ToImmutable();
    }

    private static ImmutableArray<double> PartBox(Evaluator frame, string? drawing, Affine world) =>
        drawing is null ? [] : Corners(frame.Plan.Film.Drawings.First(candidate => candidate.Id == drawing).Bounds, world);

    private static ImmutableArray<double> Corners(Box box, Affine map)
    {
        var (a, b) = (map.Map(new Point(box.X, box.Y)), map.Map(new Point(box.Right, box.Y)));
        var (c, d) = (map.Map(new Point(box.Right, box.Bottom)), map.Map(new Point(box.X, box.Bottom)));
        return [a.X, a.Y, b.X, b.Y, c.X, c.Y, d.X, d.Y];
    }
}
