using Fretsaw.Core.Asking;
using Fretsaw.Core.Engine;

namespace Fretsaw.Core.Snags;

/// <summary>Raster art that the camera comes so near to that its pixels are larger than the picture's.</summary>
public static class SoftArt
{
    /// <summary>A twentieth more is not seen.</summary>
    private const double Seen = 1.05;

    public static IEnumerable<Snag> Find(Plan plan)
    {
        var flats = plan.Flats.Where(flat => plan.Film.Drawings[flat.Drawing].Raster is not null).ToList();
        var parts = plan.Cast.SelectMany(cast => cast.Parts).Where(part => plan.Film.Drawings[part.Drawing].Raster is not null).ToList();
        if (flats.Count + parts.Count == 0)
        {
            return [];
        }

        var frame = new Evaluator(plan);
        List<Watched> things =
        [
            .. flats.Select(flat => new Watched(flat.Flat.Id, flat.Flat.Name, "scenery", () => Sharpness.ScaleOf(frame, flat))),
            .. parts.Select(part => new Watched(part.Part.Id, part.Part.Name, "camera", () => Sharpness.ScaleOf(frame, part))),
        ];
        var largest = new (double Scale, int Frame)[things.Count];
        for (var number = 1; number <= plan.Shot.Length; number++)
        {
            frame.Evaluate(number);
            for (var i = 0; i < largest.Length; i++)
            {
                var scale = things[i].Scale();
                largest[i] = scale > largest[i].Scale ? (scale, number) : largest[i];
            }
        }

        return things.Zip(largest, (thing, most) => (thing, most)).Where(one => one.most.Scale > Seen).Select(one => Of(one.thing, one.most.Scale, one.most.Frame));
    }

    /// <param name="Scale">Of the evaluated frame: picture pixels a pixel of the art.</param>
    private sealed record Watched(string Id, string Name, string Place, Func<double> Scale);

    private static Snag Of(Watched thing, double scale, int frame) => new(
        "soft", thing.Place, frame, thing.Id, Math.Round(scale, 2), "times",
        FormattableString.Invariant($"{thing.Name} is magnified {Math.Round(scale, 2)} times at frame {frame}, so that its pixels show: draw it {Math.Ceiling(scale * 100)} % as large, or keep the camera farther off."));
}
