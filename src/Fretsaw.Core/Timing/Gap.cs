using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Timing;

/// <summary>What lies between a card or key and the next one.</summary>
public sealed record Gap
{
    public static readonly Gap Even = new() { Ease = new Slow(0, 0) };
    public static readonly Gap SlowStart = new() { Ease = new Slow(100, 0) };
    public static readonly Gap SlowStop = new() { Ease = new Slow(0, 100) };

    /// <summary>Slow start and slow stop: what a gap is until somebody says otherwise.</summary>
    public static readonly Gap Both = new();

    /// <summary>A hold with a slow start and stop under it.</summary>
    public static readonly Gap Hold = new() { Held = true };

    public Ease Ease { get; init; } = new Slow(100, 100);

    /// <summary>Nothing moves until the next key. The ease stays as it is for when the hold is lifted.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public bool Held { get; init; }

    /// <summary>A new drawing every so many frames: 1 for ones, 2 for twos, [1, 48].</summary>
    public int Every { get; init; } = 1;

    public Stagger? Stagger { get; init; }

    /// <summary>The same way gone from its end to its start.</summary>
    public Gap Reversed() => this with
    {
        Ease = Ease switch
        {
            Slow { OverPercent: 0 } slow => new Slow(slow.StopPercent, slow.StartPercent),
            Slow => Turned(new GapCurve(this).AsDrawn()),
            Drawn drawn => Turned(drawn),
            _ => Ease,
        },
    };

    private static Drawn Turned(Drawn drawn) =>
        drawn with { Points = [.. drawn.Points.Reverse().Select(point => new Point(1 - point.X, 1 - point.Y))] };
}

/// <summary>On the way from one key to the next, steps on and back by turns: a laugh, a shiver.</summary>
/// <param name="Forward">Frames on, [1, 48].</param>
/// <param name="Back">Frames back after those, less than the steps on, [0, 47].</param>
/// <param name="StrengthPercent">How much of it there is, [0, 200].</param>
/// <param name="FadePercent">The part of the gap at either end over which it comes and goes, [0, 50].</param>
public sealed record Stagger(int Forward, int Back, double StrengthPercent = 100, double FadePercent = 0)
{
    /// <summary>
    /// Typed by hand: how many frames each drawing steps on, or, below nothing, back; gone through again and again. Empty for
    /// on and back by turns. As much back as on goes round the steady way and gets along with it.
    /// </summary>
    public ImmutableArray<int> Pattern { get; init; } = [];

    /// <summary>The steps, whoever chose them.</summary>
    [JsonIgnore]
    public ImmutableArray<int> Steps => Pattern.IsDefaultOrEmpty ? [Forward, -Back] : Pattern;

    public bool Equals(Stagger? other) => other is not null
        && (Forward, Back, StrengthPercent, FadePercent) == (other.Forward, other.Back, other.StrengthPercent, other.FadePercent)
        && Pattern.AsSpan().SequenceEqual(other.Pattern.AsSpan());

    public override int GetHashCode() => HashCode.Combine(Forward, Back, StrengthPercent, FadePercent, Pattern.IsDefault ? 0 : Pattern.Length);
}
