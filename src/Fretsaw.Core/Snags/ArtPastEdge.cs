using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Snags;

/// <summary>
/// The frame runs past the edge of the art. Only a flat that is meant to fill the frame can run out: one whose box
/// covers all four corners on most frames of the shot, the farthest of them being the backing of the picture.
/// </summary>
/// <param name="pictures">Far to near.</param>
internal sealed class ArtPastEdge(Plan plan, IReadOnlyList<ThingFrame> pictures) : IFrameCheck
{
    /// <summary>Half a pixel at the edge of a frame is covered by its own anti-aliasing.</summary>
    private const double Visible = 0.5;

    /// <summary>One per cent to spare for the frames between.</summary>
    private const double Spare = 0.01;

    /// <summary>Larger than this is another drawing.</summary>
    private const double MostGrown = 4;

    private readonly Edge[] edges = [.. pictures.Select(_ => new Edge())];

    public Inputs Inputs { get; } = new("edge", [.. pictures.SelectMany(thing => Inputs.OfStand(plan, thing.Plan).Append(plan.Film.Drawings[thing.Plan.Drawing]))]);

    public IEnumerable<ThingFrame> Posed => [];

    /// <summary>What has been seen of one picture.</summary>
    private sealed class Edge
    {
        public double Worst { get; set; }

        public int Frame { get; set; } = 1;

        public int Covered { get; set; }

        /// <summary>How much it must grow to be at least as large as the frame everywhere.</summary>
        public double Grow { get; set; } = 1;
    }

    public void Visit(Evaluator frame)
    {
        for (var i = 0; i < edges.Length; i++)
        {
            var gap = Gap(pictures[i], edges[i]);
            edges[i].Covered += gap <= Visible ? 1 : 0;
            if (gap > edges[i].Worst)
            {
                (edges[i].Worst, edges[i].Frame) = (gap, (int)frame.Frame);
            }
        }
    }

    public IEnumerable<Snag> Found()
    {
        var backing = Array.FindIndex(edges, edge => edge.Covered * 2 > plan.Shot.Length);
        if (backing < 0 || edges[backing].Worst <= Visible)
        {
            yield break;
        }

        var (edge, thing) = (edges[backing], pictures[backing].Plan.Thing);
        var amount = Math.Round(edge.Worst, 1);
        var percent = Math.Ceiling((edge.Grow + Spare) * 100);
        var mend = Mend(thing, percent / 100);
        yield return new Snag(
            "edge", "scenery", edge.Frame, new Address(thing.Id, Address.Stand, ""), ThingKind.Picture, amount, "px",
            FormattableString.Invariant($"{thing.Name} ends {amount} px inside the frame's edge at frame {edge.Frame}."),
            mend, mend is null ? null : FormattableString.Invariant($"Enlarge it to {percent:0} %"));
    }

    /// <summary>How far, in picture pixels, the frame's worst corner lies beyond the flat's box; 0 inside.</summary>
    private double Gap(ThingFrame thing, Edge edge)
    {
        if (!thing.Shown)
        {
            return plan.Film.Width;
        }

        var box = plan.Film.Drawings[thing.Plan.Drawing].Bounds;
        var (toPicture, gap) = (thing.ToPicture, 0.0);
        toPicture.TryInvert(out var inverse);
        foreach (var corner in (ReadOnlySpan<Point>)[new(0, 0), new(plan.Film.Width, 0), new(plan.Film.Width, plan.Film.Height), new(0, plan.Film.Height)])
        {
            if (inverse.Depth(corner) <= 0)
            {
                return plan.Film.Width;
            }

            var p = inverse.Map(corner);
            var outside = Math.Max(Math.Max(box.X - p.X, p.X - box.Right), Math.Max(box.Y - p.Y, p.Y - box.Bottom));
            gap = Math.Max(gap, outside * toPicture.Magnification(p));
            edge.Grow = Math.Max(edge.Grow, GrownToHold(thing.OnStage.Map(box), thing.OnStage.Map(p)));
        }

        return gap;
    }

    /// <summary>How much the flat must grow about the middle of the frame at rest until its box holds a place of its plane.</summary>
    private double GrownToHold(Box stage, Point place)
    {
        var (x, y) = (plan.Film.Width / 2.0, plan.Film.Height / 2.0);
        return Math.Max(Part(place.X - x, stage.X - x, stage.Right - x), Part(place.Y - y, stage.Y - y, stage.Bottom - y));

        static double Part(double to, double low, double high) =>
            to >= low && to <= high ? 1 : to > high ? (high > 0 ? to / high : double.PositiveInfinity) : low < 0 ? to / low : double.PositiveInfinity;
    }

    /// <returns>Null where it would take too much, or where it stands in a way that growing it alone does not mend.</returns>
    private ChangeThing? Mend(Thing thing, double by)
    {
        var stand = thing.Stand;
        var isKeyed = plan.Shot.Tracks.Any(track => track.Address.Owner == thing.Id);
        if (by > MostGrown || stand.TurnDegrees != 0 || isKeyed)
        {
            return null;
        }

        var (x, y) = (plan.Film.Width / 2.0, plan.Film.Height / 2.0);
        return new ChangeThing(plan.Shot.Id, thing.Id) { SizePercent = stand.SizePercent * by, X = x + ((stand.X - x) * by), Y = y + ((stand.Y - y) * by) };
    }
}
