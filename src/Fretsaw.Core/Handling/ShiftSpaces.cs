using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>In which space the shifts of a thing of a puppet run: what takes it along.</summary>
internal static class ShiftSpaces
{
    /// <summary>The space → stage pixels.</summary>
    /// <exception cref="FilmException">The puppet has no such thing.</exception>
    public static Affine ToStage(CastFrame cast, string thing)
    {
        if (thing == Address.Body)
        {
            return cast.Skeleton.Ground;
        }

        if (cast.Plan.NodeOf.TryGetValue(thing, out var node))
        {
            return cast.ToStage * cast.Skeleton.CarrierOf(node);
        }

        var reach = Array.FindIndex(cast.Plan.Reaches, one => one.Reach.Id == thing);
        return cast.ToStage * (reach >= 0 ? cast.Skeleton.GoalSpaces[reach] : OfPin(cast, thing, out _));
    }

    /// <summary>The node that a thing of a puppet is, or hangs on; below 0 for the whole body.</summary>
    public static int NodeOf(CastFrame cast, string thing) =>
        cast.Plan.NodeOf.TryGetValue(thing, out var node) ? node
        : Array.Find(cast.Plan.Reaches, reach => reach.Reach.Id == thing) is { } reach ? reach.Nodes[0]
        : cast.Plan.Puppet.Parts.FirstOrDefault(part => part.Pins.Any(pin => pin.Id == thing)) is { } part ? cast.Plan.NodeOf[part.Id]
        : NodePlan.TheBody;

    /// <summary>What takes a pin along: the space → posed puppet pixels.</summary>
    public static Affine OfPin(CastFrame cast, string pin, out Point rest)
    {
        var part = cast.Plan.Puppet.Parts.FirstOrDefault(candidate => candidate.Pins.Any(p => p.Id == pin))
            ?? throw new FilmException($"pin '{pin}'", "is not on this puppet", "select one that is");
        var found = part.Pins.First(p => p.Id == pin);
        rest = found.At;
        return cast.Worlds[cast.Plan.NodeOf[found.RidesOn ?? part.Id]];
    }
}
