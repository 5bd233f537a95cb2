using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Snags;

/// <summary>Something measurably wrong.</summary>
/// <param name="Check">Which check found it: creeping, outside, loop, leftOut, inStep, kink, balance, slide, feet, bend, stretch, handOver, mouth, sound, edge, uncovered, flipped, soft, pulled, twist or partner.</param>
/// <param name="Place">Which of the six places mends it: rig, act, scenery, camera.</param>
/// <param name="Frame">Where it is worst; null when it is no matter of frames.</param>
/// <param name="At">What is wrong: the owner is "" for a matter of the rig, the property where it is no single value.</param>
/// <param name="Kind">What that is.</param>
/// <param name="Amount">How much, in <paramref name="Unit"/>.</param>
/// <param name="Says">A sentence for people.</param>
/// <param name="Mend">What would put it right; null when only a person can.</param>
/// <param name="MendSays">What the mend's button says.</param>
public sealed record Snag(
    string Check, string Place, int? Frame, Address At, ThingKind Kind, double Amount, string Unit, string Says, Edit? Mend = null, string? MendSays = null);
