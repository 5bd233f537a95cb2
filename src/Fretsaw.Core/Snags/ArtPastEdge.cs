using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Lens;

namespace Fretsaw.Core.Snags;

/// <summary>
/// The frame runs past the edge of the art. Only a flat that is meant to fill the frame can run out: one whose box
/// covers all four corners on some frame of the shot, the farthest of them being the backing of the picture.
/// </summary>
public static class ArtPastEdge
{
    /// <summary>Half a pixel at the edge of a frame is covered by its own anti-aliasing.</summary>
    private const double Visible = 0.5;

    public static IEnumerable<Snag> Find(Plan plan)
    {
        var frame = new Evaluator(plan);
        var backing = plan.Layers.Where(layer => layer.IsFlat).Select(layer => plan.Flats[layer.Index]).ToList();
        var worst = new Dictionary<string, (double Gap, int Frame, int Covered)>(StringComparer.Ordinal);
        for (var number = 1; number <= plan.Shot.Length; number++)
        {
            frame.EvaluateCamera(number);
            foreach (var flat in backing)
            {
                var gap = Gap(plan, frame.Camera, flat);
                var (most, at, covered) = worst.GetValueOrDefault(flat.Flat.Id, (0, 1, 0));
                worst[flat.Flat.Id] = (Math.Max(gap, most), gap > most ? number : at, covered + (gap <= Visible ? 1 : 0));
            }
        }

        var fills = backing.FirstOrDefault(flat => worst[flat.Flat.Id].Covered * 2 > plan.Shot.Length);
        if (fills is null)
        {
            yield break;
        }

        var (amount, frameNumber, _) = worst[fills.Flat.Id];
        if (amount > Visible)
        {
            yield return Snag(plan, fills, Math.Round(amount, 1), frameNumber);
        }
    }

    /// <summary>How far, in picture pixels, the frame's worst corner lies beyond the flat's box; 0 inside.</summary>
    public static double Gap(Plan plan, CameraState camera, FlatPlan flat)
    {
        if (!camera.Shows(flat.Flat.Distance))
        {
            return plan.Film.Width;
        }

        var toPicture = camera.ToPicture(plan.Film, flat.Flat.Distance) * flat.Placement;
        var box = plan.Film.Drawings[flat.Drawing].Bounds;
        toPicture.TryInvert(out var inverse);
        var gap = 0.0;
        foreach (var corner in (ReadOnlySpan<Point>)[new(0, 0), new(plan.Film.Width, 0), new(plan.Film.Width, plan.Film.Height), new(0, plan.Film.Height)])
        {
            var p = inverse.Map(corner);
            var outside = Math.Max(Math.Max(box.X - p.X, p.X - box.Right), Math.Max(box.Y - p.Y, p.Y - box.Bottom));
            gap = Math.Max(gap, outside * toPicture.MeanScale);
        }

        return gap;
    }

    /// <summary>Grown about the middle of the frame at rest until the worst corner is in again; 1 % to spare for the frames between.</summary>
    private static Snag Snag(Plan plan, FlatPlan flat, double amount, int frame)
    {
        var film = plan.Film;
        var f = flat.Flat;
        var grow = 1.01;
        while (grow < 4 && Worst(plan, Grown(film, f, grow), flat.Drawing) > 0)
        {
            grow += 0.01;
        }

        var grown = Grown(film, f, grow);
        return new Snag(
            "edge", "scenery", frame, f.Id, amount, "px",
            FormattableString.Invariant($"{f.Name} ends {amount} px inside the frame's edge at frame {frame}."),
            grow < 4 ? new ChangeFlat(plan.Shot.Id, f.Id) { Scale = grown.Scale, X = grown.X, Y = grown.Y } : null,
            grow < 4 ? FormattableString.Invariant($"Enlarge it to {grow * 100:0} %") : null);
    }

    private static double Worst(Plan plan, Flat flat, int drawing)
    {
        var placed = new FlatPlan(flat, drawing, new Affine(flat.Scale, 0, 0, flat.Scale, flat.X, flat.Y));
        var frame = new Evaluator(plan);
        var worst = 0.0;
        for (var number = 1; number <= plan.Shot.Length; number++)
        {
            frame.EvaluateCamera(number);
            worst = Math.Max(worst, Gap(plan, frame.Camera, placed));
        }

        return worst;
    }

    private static Flat Grown(Film film, Flat flat, double grow) => flat with
    {
        Scale = flat.Scale * grow,
        X = (film.Width / 2.0) + ((flat.X - (film.Width / 2.0)) * grow),
        Y = (film.Height / 2.0) + ((flat.Y - (film.Height / 2.0)) * grow),
    };
}
