using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Handling;

/// <summary>What becomes of the other side while one is dragged: ears, wings, arms.</summary>
public enum OtherSide
{
    Stays,

    /// <summary>It goes the same way: both arms forward.</summary>
    Same,

    /// <summary>It goes as in a mirror: both wings up.</summary>
    Opposite,
}

/// <summary>A drag that takes the other side along, by the puppet's pairs.</summary>
internal static class Pairing
{
    /// <returns>The same drag where nothing it keys has another side that it does not key already.</returns>
    public static PoseDrag Of(Gesture gesture, Evaluator stood, PoseDrag drag)
    {
        if (gesture.Grip.Side == OtherSide.Stays || stood.Find(gesture.Grip.Owner ?? "")?.Cast is not { } cast)
        {
            return drag;
        }

        var partners = Mirroring.Of(cast.Plan.Puppet);
        var own = drag.Addresses;
        List<(int From, Address To, double Start, double Partner, double Sense)> along = [];
        for (var i = 0; i < own.Length && own.Length + along.Count < PoseDrag.Most; i++)
        {
            var (from, to) = (own[i], own[i] with { Thing = partners.GetValueOrDefault(own[i].Thing, own[i].Thing) });
            if (!own.Contains(to) && stood.Plan.Slots.Find(to) is >= 0 and var slot)
            {
                var turns = gesture.Grip.Side == OtherSide.Opposite && (from.Property == Properties.Turn.Name || from.Property == Properties.ShiftX.Name);
                along.Add((i, to, stood.Values[stood.Plan.Slots.Find(from)], stood.Values[slot], turns ? -1 : 1));
            }
        }

        return along.Count == 0 ? drag : new PoseDrag(gesture, stood, [.. own, .. along.Select(one => one.To)], "Move both sides", (to, values) =>
        {
            drag.At(to, values);
            for (var k = 0; k < along.Count; k++)
            {
                var one = along[k];
                values[own.Length + k] = Math.Round(one.Partner + (one.Sense * (values[one.From] - one.Start)), 2);
            }
        });
    }
}
