using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Engine;

/// <summary>
/// Where one point of a thing is, frame by frame: a part's pivot, a pin, a bone's end, a goal, the body's ground point, or where the
/// thing stands. For arcs, for the pace of a gap and for the check of kinks.
/// </summary>
public static class Tracing
{
    /// <summary>Where it is on the stage, stage pixels on the thing's plane.</summary>
    /// <param name="thing">Posed.</param>
    /// <returns>Null when the thing has no such point.</returns>
    public static Point? OnStage(ThingFrame thing, string of)
    {
        if (of == Address.Stand)
        {
            return thing.Standing.At;
        }

        return thing.Cast is { } cast && Posed(cast, of) is { } posed ? cast.ToStage.Map(posed) : null;
    }

    /// <summary>Where it is, posed puppet pixels.</summary>
    private static Point? Posed(CastFrame cast, string of)
    {
        var plan = cast.Plan;
        if (of == Address.Body)
        {
            return plan.Puppet.Origin;
        }

        if (plan.NodeOf.TryGetValue(of, out var index))
        {
            var node = plan.Nodes[index];
            return cast.Worlds[index].Map(node.IsBone ? node.Pivot + node.Along : node.Pivot);
        }

        for (var reach = 0; reach < plan.Reaches.Length; reach++)
        {
            if (plan.Reaches[reach].Reach.Id == of)
            {
                return cast.Goals[reach];
            }
        }

        return Pin(cast, of);
    }

    /// <summary>Where its art is, with lag and sway.</summary>
    private static Point? Pin(CastFrame cast, string of)
    {
        foreach (var part in cast.Plan.Parts)
        {
            foreach (var pin in part.Part.Pins)
            {
                if (pin.Id == of)
                {
                    return cast.Worlds[part.Node].Map(cast.Meshes[part.Index]?.Carry(pin.At) ?? pin.At);
                }
            }
        }

        return null;
    }

    /// <summary>Everything of a puppet that has a point of its own.</summary>
    public static IEnumerable<string> PointsOf(Puppet puppet) =>
    [
        Address.Body, .. puppet.Reaches.Select(reach => reach.Id), .. puppet.Bones.Select(bone => bone.Id), .. puppet.Parts.Select(part => part.Id),
        .. puppet.Parts.SelectMany(part => part.Pins).Select(pin => pin.Id),
    ];
}
