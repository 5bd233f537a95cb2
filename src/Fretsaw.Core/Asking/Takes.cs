using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Asking;

/// <summary>What a live take would come to.</summary>
internal static class Takes
{
    public static TakeAnswer Of(Film film, Func<View, double, Evaluator> frameAt, TakeQuestion question)
    {
        var groups = question.Take.Reduced(film, frameAt);
        return new TakeAnswer(
            groups.Max(group => group.Samples[0].Length),
            [.. groups.Select(group => new TakenControl(group.Addresses[0].Thing, group.Kept.Length, Math.Round(FewestKeys.LargestError(group.Samples, group.Kept), 3), Properties.OfTrack(group.Addresses[0]).Unit))]);
    }
}
