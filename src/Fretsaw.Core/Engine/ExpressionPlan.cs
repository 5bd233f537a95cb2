using Fretsaw.Core.Acting;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Engine;

/// <summary>A kept expression on one puppet of the stage: which of its values it moves, and by how much.</summary>
/// <param name="Slot">Its amount among all slots of the shot, 100 for as it was kept.</param>
/// <param name="Values">Slots of the puppet's plan; from rest, or for a choice the number of what is chosen.</param>
public sealed record ExpressionPlan(int Slot, (int Slot, double Offset, bool Jumps, double Least, double Most)[] Values)
{
    internal static ExpressionPlan Of(Film film, PuppetPlan puppet, Kept kept, int slot) => new(
        slot,
        [.. ActionValues.Of(film, puppet.Puppet, "", kept, new HowToAct(1, true, null, []))
            .Select(value => (puppet.Values.Find(value.Address.Thing, value.Address.Property), value))
            .Where(one => one.Item1 >= 0)
            .Select(one => (one.Item1, one.value.Property.Jumps ? one.value.OnPuppet(1) : one.value.OnPuppet(1) - one.value.Property.Default, one.value.Property.Jumps, one.value.Property.Min, one.value.Property.Max))]);

    /// <summary>Adds it to what keys and actions say. They have the say where something is chosen.</summary>
    /// <param name="amount">%</param>
    /// <param name="values">Of the puppet, by its plan's slots.</param>
    internal void Add(double amount, Span<double> values)
    {
        if (amount == 0)
        {
            return;
        }

        foreach (var (slot, offset, jumps, least, most) in Values)
        {
            if (!jumps)
            {
                values[slot] = Math.Clamp(values[slot] + (amount / 100 * offset), least, most);
            }
            else if (amount >= HowToAct.ChoosesFrom && values[slot] == 0)
            {
                values[slot] = offset;
            }
        }
    }
}
