using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

/// <summary>Moves all features of a puppet's face pad at once, and keys them.</summary>
/// <param name="At">Where the pad stands, right and down, [−1, 1] each; the middle is rest.</param>
public sealed record MoveFace(string Shot, string Owner, int Frame, Point At) : Wish
{
    /// <summary>How far a bone or part is turned where the pad is fully to one side, degrees.</summary>
    private const double FullTurn = 20;

    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var frame = frameAt(new View(Shot), Frame);
        FilmException.ThrowIf(!(Math.Abs(At.X) <= 1 && Math.Abs(At.Y) <= 1), "face pad", "is out of range", "keep it between −1 and 1");
        return new SetKeys(Shot, Frame, [.. Values(frame).Select(value => value with { Value = Math.Round(value.Value, 1) })], "Move face") { Drawn = true };
    }

    /// <summary>What the features come to, as exactly as the pad says it.</summary>
    /// <exception cref="FilmException">The pad moves nothing.</exception>
    internal ImmutableArray<KeyValue> Values(Evaluator frame)
    {
        var puppet = Drag.FindCast(frame, Owner).Plan.Puppet;
        var values = puppet.FacePad.Where(feature => !feature.Off).SelectMany(feature => Values(frame, feature)).ToImmutableArray();
        FilmException.ThrowIf(values.IsEmpty, $"face pad of '{puppet.Name}'", "moves nothing", "tick something to move first");
        return values;
    }

    private IEnumerable<KeyValue> Values(Evaluator frame, PadFeature feature)
    {
        var (across, down) = (At.X * feature.AcrossPercent / 100, At.Y * feature.DownPercent / 100);
        if (Find(Properties.Down) is { } second)
        {
            return [.. Value(Properties.Across, 100 * across), new KeyValue(second, 100 * down)];
        }

        // What has one number takes both ways together.
        return [.. Value(Properties.Across, 100 * (across + down)), .. Value(Properties.Amount, 100 * (across + down)), .. Value(Properties.Turn, FullTurn * (across + down))];

        Address? Find(PropertyInfo property) => new Address(Owner, feature.Thing, property.Name) is var address && frame.Plan.Slots.Find(address) >= 0 ? address : null;

        IEnumerable<KeyValue> Value(PropertyInfo property, double value) =>
            Find(property) is { } address ? [new KeyValue(address, Math.Clamp(value, property.Min, property.Max))] : [];
    }
}
