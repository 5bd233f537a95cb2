using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Engine;

/// <summary>
/// Brings the places that a spring followed onto one plane. What is handed to somebody nearer or farther keeps its place in the picture, which
/// has other numbers on that one's plane: a way of x px at distance a is one of x · b / a px at distance b (similar triangles). At the frame
/// where it changes planes, it is taken to go on as it went in the frame before.
/// </summary>
internal sealed class PlaneChanges
{
    private readonly ThingPlan use;
    private readonly int[] nodes;
    private readonly Point[] kept;
    private readonly int ring;

    /// <summary>By kept frame and spring: on whose plane the tip was, as an index in the use's lent parts, and how far from the camera, metres.</summary>
    private readonly int[] lent;
    private readonly double[] distance;

    /// <summary>By kept frame, of the spring that was lined up last: place → place on the last plane.</summary>
    private readonly (double Scale, Point Offset)[] onto;

    /// <param name="kept">By kept frame and spring, where the tip was; its owner fills it.</param>
    /// <param name="ring">How many frames are kept.</param>
    public PlaneChanges(ThingPlan use, FollowThroughPlan[] springs, Point[] kept, int ring)
    {
        (this.use, this.kept, this.ring, nodes) = (use, kept, ring, [.. springs.Select(one => one.Node)]);
        (lent, distance, onto) = (new int[kept.Length], new double[kept.Length], new (double, Point)[ring]);
    }

    /// <summary>Notes the planes of a frame.</summary>
    /// <param name="still">As posed for it.</param>
    /// <param name="values">Driven values of the use and of those who hold something of it.</param>
    public void Keep(int frame, Skeleton still, double[] values)
    {
        for (var s = 0; s < nodes.Length; s++)
        {
            var by = still.LentOf(nodes[s]);
            lent[At(frame, s)] = by;
            distance[At(frame, s)] = ((by < 0 ? null : use.Lent[by].Holder) ?? use).StandValues(values)[StandSlots.Distance];
        }
    }

    /// <summary>Makes ready to say where a spring's places are on the plane of the last frame.</summary>
    /// <param name="to">The last frame, or the one after it when that is looked at too. All from the first on are kept.</param>
    public void LineUp(int s, int first, int last, int to)
    {
        var map = (Scale: 1.0, Offset: default(Point));
        for (var f = last; f >= first; f--)
        {
            onto[f % ring] = map;
            if (f > first && Changes(s, f))
            {
                var (there, onBefore) = (kept[At(f, s)], WouldBe(s, first, f));
                var ratio = distance[At(f, s)] / distance[At(f - 1, s)];
                map = (map.Scale * ratio, map.Offset + ((there - (onBefore * ratio)) * map.Scale));
            }
        }

        if (to > last)
        {
            var ratio = Changes(s, to) ? distance[At(last, s)] / distance[At(to, s)] : 1;
            onto[to % ring] = ratio == 1 ? (1, default) : (ratio, WouldBe(s, first, to) - (kept[At(to, s)] * ratio));
        }
    }

    public Point Onto(int frame, Point place) => onto[frame % ring].Offset + (place * onto[frame % ring].Scale);

    /// <summary>Where the tip would be if it had not changed planes.</summary>
    private Point WouldBe(int s, int first, int frame)
    {
        var before = kept[At(frame - 1, s)];
        return frame - 1 > first && !Changes(s, frame - 1) ? before + (before - kept[At(frame - 2, s)]) : before;
    }

    /// <summary>Between two at one distance a place has the same numbers.</summary>
    private bool Changes(int s, int frame) => lent[At(frame, s)] != lent[At(frame - 1, s)] && distance[At(frame, s)] != distance[At(frame - 1, s)];

    private int At(int frame, int s) => (frame % ring * nodes.Length) + s;
}
