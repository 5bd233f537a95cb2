namespace Fretsaw.Core.Films;

/// <summary>What a device that watches a face tells, in the order of its readings.</summary>
public enum DeviceChannel
{
    /// <summary>Degrees: the head to its left and right, up and down, tilted.</summary>
    Yaw,
    Pitch,
    Roll,

    /// <summary>[0, 1], 1 for shut.</summary>
    BlinkLeft,
    BlinkRight,

    /// <summary>[−1, 1], 1 for raised.</summary>
    BrowLeft,
    BrowRight,

    /// <summary>[0, 1], 1 for open.</summary>
    Jaw,

    /// <summary>[−1, 1], −1 for pursed.</summary>
    MouthWidth,
}

/// <summary>What one channel of a face device moves on a puppet.</summary>
/// <param name="Thing">Id of a dial, pad, form, knead, bone or part.</param>
/// <param name="Property">across, down, amount or turn.</param>
/// <param name="GainPercent">[−1000, 1000]: a full reading, 30° or 1, is so many % of a dial; of a turn it is % of the degrees.</param>
public sealed record DeviceLink(DeviceChannel Channel, string Thing, string Property, double GainPercent = 100)
{
    /// <summary>About the neutral position nothing is moved, % of a full reading, [0, 90].</summary>
    public double DeadZonePercent { get; init; }

    /// <summary>The reading at rest, in its own unit, [−360, 360].</summary>
    public double Neutral { get; init; }

    /// <summary>What counts as a full reading.</summary>
    public static double FullOf(DeviceChannel channel) => channel is DeviceChannel.Yaw or DeviceChannel.Pitch or DeviceChannel.Roll ? 30 : 1;

    /// <summary>What a reading comes to. The dead zone is taken off the way, so that nothing jumps at its edge.</summary>
    /// <param name="isTurn">In degrees; else in %.</param>
    public double ValueOf(double reading, bool isTurn)
    {
        var full = FullOf(Channel);
        var (part, dead) = ((reading - Neutral) / full, DeadZonePercent / 100);
        var moved = Math.Sign(part) * Math.Max(0, Math.Abs(part) - dead) / (1 - dead);
        return moved * GainPercent / 100 * (isTurn ? full : 100);
    }
}
