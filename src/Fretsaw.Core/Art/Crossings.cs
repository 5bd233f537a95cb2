using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using NetTopologySuite.Algorithm;
using NetTopologySuite.Geometries;
using NetTopologySuite.Noding;

namespace Fretsaw.Core.Art;

/// <summary>
/// Lines of a few thousand points can cross themselves millions of times, and every crossing is a corner of the area they
/// enclose. Art that anybody drew has a few.
/// </summary>
public static class Crossings
{
    private const int Most = 20_000;

    /// <summary>Pairs of segments whose boxes meet; most of them do not cross.</summary>
    private const int MostLooks = 20_000_000;

    /// <exception cref="FilmException">The line crosses itself too often.</exception>
    internal static void DemandFew(Coordinate[] line) => DemandFew([new BasicSegmentString(line, null)], Most);

    /// <summary>The same of a path whose lines may cross each other too.</summary>
    /// <param name="most">How often they may.</param>
    /// <exception cref="FilmException">They cross too often.</exception>
    public static void DemandFew(PathData path, int most) => DemandFew(
        [.. Flattening.Polylines(path, Affine.Identity, 0.5).Where(line => line.Points.Count > 1).Select(line => new BasicSegmentString([.. line.Points.Select(p => new Coordinate(p.X, p.Y))], null))],
        most);

    private static void DemandFew(IList<ISegmentString> lines, int most)
    {
        var count = new Count(most);
        new MCIndexNoder(count).ComputeNodes(lines);
        FilmException.ThrowIf(count.IsDone, "a line of a drawing", $"crosses itself more than {most} times", "simplify it");
    }

    private sealed class Count(int most) : ISegmentIntersector
    {
        private readonly RobustLineIntersector intersector = new();
        private int crossings;
        private int looks;

        public bool IsDone => crossings > most || looks > MostLooks;

        public void ProcessIntersections(ISegmentString e0, int segIndex0, ISegmentString e1, int segIndex1)
        {
            if ((e0 == e1 && Math.Abs(segIndex0 - segIndex1) <= 1) || IsDone)
            {
                return;
            }

            looks++;
            intersector.ComputeIntersection(e0.Coordinates[segIndex0], e0.Coordinates[segIndex0 + 1], e1.Coordinates[segIndex1], e1.Coordinates[segIndex1 + 1]);
            if (intersector.IsProper)
            {
                crossings++;
            }
        }
    }
}
