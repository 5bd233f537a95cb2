using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Snags;

/// <summary>Raster art that the camera comes so near to that its pixels are larger than the picture's.</summary>
internal sealed class SoftArt(Plan plan, ThingFrame thing, PartPlan? part) : IFrameCheck
{
    /// <summary>A twentieth more is not seen.</summary>
    private const double Seen = 1.05;

    private readonly double pixelSize = plan.Film.Drawings[part?.Drawing ?? thing.Plan.Drawing].Raster?.PixelSize ?? 1;
    private double largest;
    private int at = 1;

    public Inputs Inputs { get; } = new(
        $"soft {thing.Plan.Thing.Id} {part?.Part.Id}", [.. Inputs.OfStand(plan, thing.Plan), .. part is null ? [] : Inputs.OfPose(plan, thing.Plan), plan.Film.Drawings[part?.Drawing ?? thing.Plan.Drawing]]);

    public IEnumerable<ThingFrame> Posed => part is null ? [] : [thing];

    public void Visit(Evaluator frame)
    {
        var scale = thing.Magnification(plan.Film, part) * pixelSize;
        (largest, at) = scale > largest ? (scale, (int)frame.Frame) : (largest, at);
    }

    public IEnumerable<Snag> Found()
    {
        if (largest <= Seen)
        {
            yield break;
        }

        var name = part?.Part.Name ?? thing.Plan.Thing.Name;
        yield return new Snag(
            "soft", part is null ? "scenery" : "camera", at, new Address(thing.Plan.Thing.Id, part?.Part.Id ?? Address.Stand, ""), part is null ? ThingKind.Picture : ThingKind.Part, Math.Round(largest, 2), "times",
            FormattableString.Invariant($"{name} is magnified {Math.Round(largest, 2)} times at frame {at}, so that its pixels show. Draw it {Math.Ceiling(largest * 100)} % as large, or keep the camera farther away."));
    }
}
