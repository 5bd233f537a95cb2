using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Snags;

/// <summary>Pieces of a film, compared as the objects they are: an edit leaves alone what it does not touch.</summary>
internal readonly struct Inputs
{
    private readonly object?[] pieces;

    public Inputs(string check, object?[] pieces) => (Check, this.pieces) = (check, pieces);

    public string Check { get; }

    public bool IsSameAs(Inputs other)
    {
        var same = pieces.Length == other.pieces.Length;
        for (var i = 0; same && i < pieces.Length; i++)
        {
            same = ReferenceEquals(pieces[i], other.pieces[i]) || (pieces[i] is ValueType value && value.Equals(other.pieces[i]));
        }

        return same;
    }

    /// <summary>What the camera sees of a thing's stand.</summary>
    public static IEnumerable<object?> OfStand(Plan plan, ThingPlan thing) =>
        [thing.Thing, plan.Film.Width, plan.Film.Height, plan.Film.FrameWidthMetres, plan.Film.RestLensMm, plan.Film.FrameRate, plan.Shot.Length, plan.Shot.RoughRate, .. plan.Shot.Shakes, .. plan.DependsOn(Address.Camera), .. plan.DependsOn(thing.Thing.Id)];

    /// <summary>What a puppet's pose is made of.</summary>
    public static IEnumerable<object?> OfPose(Plan plan, ThingPlan thing) =>
        [.. OfOwnPose(plan, thing), .. thing.Lent.Select(lent => lent.Holder).OfType<ThingPlan>().Distinct().SelectMany(holder => OfOwnPose(plan, holder))];

    private static IEnumerable<object?> OfOwnPose(Plan plan, ThingPlan thing) =>
        [thing.Puppet, thing.Thing.Body, thing.Thing.Stand, plan.Film.FrameRate, plan.Shot.Length, plan.Shot.RoughRate, plan.Shot.Wind, .. plan.DependsOn(Address.Wind), .. plan.DependsOn(thing.Thing.Id)];
}
