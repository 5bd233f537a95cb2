using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Engine;

/// <summary>A dial ready to drive: which slots each station moves, and by how much.</summary>
/// <param name="Slot">Across; down is the next one on a pad.</param>
/// <param name="Stations">As many as the dial has; rest, where the mix counts it, moves nothing.</param>
public sealed record DialPlan(DialMix Mix, int Slot, bool IsPad, StationPlan[] Stations);

/// <param name="Slots">What the station moves.</param>
/// <param name="Offsets">From rest, for each of those; for choices, the number of what is chosen.</param>
public sealed record StationPlan(int[] Slots, double[] Offsets);

/// <summary>Adds what dials say to the keyed values.</summary>
internal static class Driving
{
    private const int MostStations = 101;

    /// <param name="values">Keyed values, which become the driven ones. What the dials read is not among what they drive.</param>
    public static void Drive(DialPlan[] dials, ValueTable table, Span<double> values)
    {
        Span<double> weights = stackalloc double[MostStations];
        foreach (var dial in dials)
        {
            var mixed = weights[..dial.Mix.Count];
            dial.Mix.Mix(values[dial.Slot], dial.IsPad ? values[dial.Slot + 1] : 0, mixed);
            var strongest = Strongest(mixed);
            for (var s = 0; s < dial.Stations.Length; s++)
            {
                if (mixed[s] == 0)
                {
                    continue;
                }

                var station = dial.Stations[s];
                for (var i = 0; i < station.Slots.Length; i++)
                {
                    var slot = station.Slots[i];
                    if (!table.Jumps(slot))
                    {
                        values[slot] += mixed[s] * station.Offsets[i];
                    }
                    else if (s == strongest)
                    {
                        values[slot] = station.Offsets[i];
                    }
                }
            }
        }
    }

    private static int Strongest(ReadOnlySpan<double> weights)
    {
        var best = 0;
        for (var i = 1; i < weights.Length; i++)
        {
            best = weights[i] > weights[best] ? i : best;
        }

        return best;
    }
}
