using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Handling;

/// <summary>A part or the whole body, larger or smaller as it is: both of its stretches in proportion, keyed at a frame.</summary>
/// <param name="Percent">What <see cref="Size"/> is to be, [1, 1000].</param>
public sealed record Resize(string Shot, string Owner, string Thing, int Frame, double Percent) : Wish
{
    /// <summary>As it stands in the blocking view.</summary>
    public bool Blocked { get; init; }

    /// <summary>The side of the square that has the area of what is stretched so, %.</summary>
    public static double Size(double across, double down) => Math.Sqrt(Math.Abs(across * down));

    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        FilmCheck.Range(Percent, 1, 1000, $"'{Thing}'", "size", "%");
        var frame = frameAt(new View(Shot, Blocked: Blocked), Frame);
        var (across, down) = (new Address(Owner, Thing, Properties.StretchX.Name), new Address(Owner, Thing, Properties.StretchY.Name));
        var (x, y) = (Stances.ValueOf(frame, across), Stances.ValueOf(frame, down));

        // What is stretched to nothing on one side has no proportion that could be kept.
        var times = Size(x, y) is > 0 and var size ? Percent / size : 0;
        return new SetKeys(Shot, Frame, [Value(across, x), Value(down, y)], "Change size") { Drawn = true, Blocked = Blocked };

        KeyValue Value(Address address, double value) =>
            new(address, Math.Round(Math.Clamp(times == 0 ? Percent : value * times, Properties.StretchX.Min, Properties.StretchX.Max), 4));
    }
}
