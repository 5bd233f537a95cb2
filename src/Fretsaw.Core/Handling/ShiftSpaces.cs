using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>In which space the shifts of a thing of a puppet run: what takes it along.</summary>
internal static class ShiftSpaces
{
    /// <summary>The space → stage pixels.</summary>
    /// <exception cref="FilmException">The puppet has no such thing.</exception>
    public static Affine ToStage(Evaluator stood, CastFrame cast, string thing)
    {
        if (thing == Address.Body)
        {
            return cast.Skeleton.Ground;
        }

        if (cast.Plan.NodeOf.TryGetValue(thing, out var node))
        {
            return cast.ToStage * cast.Skeleton.CarrierOf(node);
        }

        return Array.Exists(cast.Plan.Reaches, reach => reach.Reach.Id == thing)
            ? IsPlanted(stood, cast, thing) ? cast.Skeleton.Ground : cast.ToStage
            : cast.ToStage * OfPin(cast, thing, out _);
    }

    /// <summary>A planted goal stands on the ground, whatever the body does.</summary>
    public static bool IsPlanted(Evaluator stood, CastFrame cast, string reach) =>
        stood.Plan.Slots.Find(new Address(cast.Use.Thing.Id, reach, Properties.Planted.Name)) is >= 0 and var slot && stood.Values[slot] > 0.5;

    /// <summary>What takes a pin along: the space → posed puppet pixels.</summary>
    public static Affine OfPin(CastFrame cast, string pin, out Point rest)
    {
        var part = cast.Plan.Puppet.Parts.FirstOrDefault(candidate => candidate.Pins.Any(p => p.Id == pin))
            ?? throw new FilmException($"pin '{pin}'", "is not on this puppet", "choose one that is");
        var found = part.Pins.First(p => p.Id == pin);
        rest = found.At;
        return cast.Worlds[cast.Plan.NodeOf[found.RidesOn ?? part.Id]];
    }
}
