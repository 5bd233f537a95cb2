using Fretsaw.Core.Films;

namespace Fretsaw.Core.Engine;

/// <summary>
/// The one way from keys to the values of an owner at a frame, for the picture, for what follow-through looks back at, and for
/// checks: tracks, the actions placed over them, then what expressions add, what mouths say and what dials add. What else is to have a say between the two goes in here and nowhere else.
/// </summary>
internal static class Pipeline
{
    /// <summary>What the owner's keys say.</summary>
    /// <param name="values">Of all owners; only this one's are written.</param>
    public static void Keyed(Plan plan, int owner, double frame, double[] values) => plan.Tracks.Sample(owner, plan.Drawn(frame), values);

    /// <summary>What the picture shows, made of what the keys say.</summary>
    /// <param name="frame">As the thing is drawn, see <see cref="Stepping"/>.</param>
    public static void Drive(ThingPlan thing, double frame, double[] values)
    {
        if (thing.Puppet is { } puppet)
        {
            foreach (var expression in thing.Expressions)
            {
                expression.Add(values[expression.Slot], thing.PuppetValues(values));
            }

            thing.Mouths?.Show(frame, thing.PuppetValues(values));
            Driving.Drive(puppet.Dials, puppet.Values, thing.PuppetValues(values));
        }
    }

    /// <summary>Both in one.</summary>
    public static void Driven(Plan plan, ThingPlan thing, double frame, double[] values)
    {
        Keyed(plan, thing.Owner, frame, values);
        Drive(thing, Stepping.Drawn(plan.Drawn(frame), thing.Every), values);
    }
}
