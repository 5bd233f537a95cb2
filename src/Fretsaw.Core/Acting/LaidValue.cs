using Fretsaw.Core.Films;

namespace Fretsaw.Core.Acting;

/// <summary>One value of a puppet that placed actions have a say in: the keys, the actions laid over them, and the keys that stand on those.</summary>
internal sealed class LaidValue(Address address, PropertyInfo property, LaidValue.Layer[] layers)
{
    /// <summary>Frames over which keys on top of an action come before the first of them, and go after the last.</summary>
    public const int PassFrames = 6;

    /// <param name="HeldUntil">The first key after the action's end: from there it has no say any more.</param>
    /// <param name="First">The first key within the action's frames; NaN for none.</param>
    internal readonly record struct Layer(PlacedAction Action, ActionNumber Number, double HeldUntil, double First, double Last)
    {
        public bool Spans(double frame) => frame >= Action.Clock.Start && frame <= Action.Clock.End;
    }

    public Address Address => address;

    public PropertyInfo Property => property;

    public IEnumerable<PlacedAction> Actions => layers.Select(layer => layer.Action);

    /// <summary>What is seen.</summary>
    /// <param name="under">What the keys say, or what stands at rest where there are none.</param>
    public double At(double frame, double under)
    {
        var laid = Laid(frame, under);
        var (share, adds) = (0.0, false);
        foreach (ref readonly var layer in layers.AsSpan())
        {
            var on = layer.Spans(frame) ? ShareOfKeys(layer, frame) : 0;
            if (on > 0 && on >= share)
            {
                (share, adds) = (on, layer.Action.Placed.Keys == KeysOnTop.Add);
            }
        }

        return share == 0 ? laid
            : property.Jumps ? under
            : adds ? laid + (share * (under - property.Default))
            : laid + (share * (under - laid));
    }

    /// <summary>What a key at a frame must hold for something to be seen there.</summary>
    public double KeyFor(double frame, double seen)
    {
        var adds = false;
        foreach (ref readonly var layer in layers.AsSpan())
        {
            adds = layer.Spans(frame) ? layer.Action.Placed.Keys == KeysOnTop.Add : adds;
        }

        if (!adds || property.Jumps)
        {
            return seen;
        }

        // What is seen is the actions over the key and the key beside rest; the actions let through a part of the key while they fade.
        var actions = Laid(frame, 0, isKeyed: true);
        return (seen + property.Default - actions) / (1 + Laid(frame, 1, isKeyed: true) - actions);
    }

    /// <summary>The actions alone, each over those that began before it.</summary>
    /// <param name="isKeyed">As if a key stood at the very frame.</param>
    private double Laid(double frame, double under, bool isKeyed = false)
    {
        // What lies under an action that is seen wholly is not asked: after a row of actions each of them still holds.
        var first = layers.Length - 1;
        while (first > 0 && WeightAt(layers[first], frame, isKeyed) < 1)
        {
            first--;
        }

        var value = under;
        foreach (ref readonly var layer in layers.AsSpan(first))
        {
            var weight = WeightAt(layer, frame, isKeyed);
            if (weight > 0)
            {
                var says = layer.Number.At(frame);
                value = !property.Jumps ? value + (weight * (says - value)) : weight >= 0.5 ? says : value;
            }
        }

        return value;
    }

    private static double WeightAt(in Layer layer, double frame, bool isKeyed) =>
        frame > layer.Action.Clock.End && (isKeyed || frame >= layer.HeldUntil) ? 0 : layer.Action.WeightAt(frame);

    private double ShareOfKeys(in Layer layer, double frame)
    {
        if (double.IsNaN(layer.First))
        {
            return 0;
        }

        if (property.Jumps)
        {
            return frame >= layer.First ? 1 : 0;
        }

        var beside = Math.Max(0, Math.Max(layer.First - frame, frame - layer.Last));
        return PlacedAction.Smooth(1 - (beside / PassFrames));
    }
}
