using Fretsaw.Core.Films;
using NetTopologySuite.Algorithm;
using NetTopologySuite.Geometries;
using NetTopologySuite.Noding;

namespace Fretsaw.Core.Art;

/// <summary>
/// Lines of a few thousand points can cross themselves millions of times, and every crossing is a corner of the area they
/// enclose. Art that anybody drew has a few.
/// </summary>
internal static class Crossings
{
    private const int Most = 20_000;

    /// <summary>Pairs of segments whose boxes meet; most of them do not cross.</summary>
    private const int MostLooks = 20_000_000;

    /// <exception cref="FilmException">The line crosses itself too often.</exception>
    public static void DemandFew(Coordinate[] line)
    {
        var count = new Count();
        new MCIndexNoder(count).ComputeNodes(new List<ISegmentString> { new BasicSegmentString(line, null) });
        FilmException.ThrowIf(count.IsDone, "a line of a drawing", $"crosses itself more than {Most} times", "simplify it");
    }

    private sealed class Count : ISegmentIntersector
    {
        private readonly RobustLineIntersector intersector = new();
        private int crossings;
        private int looks;

        public bool IsDone => crossings > Most || looks > MostLooks;

        public void ProcessIntersections(ISegmentString e0, int segIndex0, ISegmentString e1, int segIndex1)
        {
            if (Math.Abs(segIndex0 - segIndex1) <= 1 || IsDone)
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
