namespace Fretsaw.Core.Geometry;

/// <summary>Curves as polylines.</summary>
public static class Flattening
{
    /// <summary>
    /// The path's subpaths as point lists, mapped by the matrix. Pieces are uniform in the parameter; their number
    /// keeps the chord within <paramref name="tolerance"/> of the curve: a chord over a step h strays at most
    /// h²/8 · max|B″|, and |B″| ≤ 6 · the largest second difference D of the control points, so h = 1/n gives
    /// n = √(¾·D / tolerance).
    /// </summary>
    /// <param name="tolerance">Pixels after the matrix, &gt; 0.</param>
    public static List<(List<Point> Points, bool Closed)> Polylines(PathData path, Affine matrix, double tolerance)
    {
        var lines = new List<(List<Point>, bool)>();
        var line = new List<Point>();
        var at = 0;
        foreach (var verb in path.Verbs)
        {
            switch (verb)
            {
                case Verb.Move:
                    Finish(lines, ref line, closed: false);
                    line.Add(matrix.Map(path.Points[at]));
                    break;
                case Verb.Line:
                    line.Add(matrix.Map(path.Points[at]));
                    break;
                case Verb.Quad:
                    var control = matrix.Map(path.Points[at]);
                    var end = matrix.Map(path.Points[at + 1]);
                    var begin = line[^1];
                    Cubic(line, begin + ((control - begin) * (2.0 / 3)), end + ((control - end) * (2.0 / 3)), end, tolerance);
                    break;
                case Verb.Cubic:
                    Cubic(line, matrix.Map(path.Points[at]), matrix.Map(path.Points[at + 1]), matrix.Map(path.Points[at + 2]), tolerance);
                    break;
                case Verb.Close:
                    Finish(lines, ref line, closed: true);
                    break;
            }

            at += PathData.PointsOf(verb);
        }

        Finish(lines, ref line, closed: false);
        return lines;
    }

    private static void Finish(List<(List<Point>, bool)> lines, ref List<Point> line, bool closed)
    {
        if (line.Count > 1)
        {
            lines.Add((line, closed));
        }

        line = [];
    }

    private static void Cubic(List<Point> line, Point c1, Point c2, Point end, double tolerance)
    {
        var begin = line[^1];
        var bend = Math.Max((begin - (c1 * 2) + c2).Length, (c1 - (c2 * 2) + end).Length);
        var pieces = (int)Math.Clamp(Math.Ceiling(Math.Sqrt(0.75 * bend / tolerance)), 1, 256);
        for (var i = 1; i <= pieces; i++)
        {
            var t = (double)i / pieces;
            var u = 1 - t;
            line.Add((begin * (u * u * u)) + (c1 * (3 * u * u * t)) + (c2 * (3 * u * t * t)) + (end * (t * t * t)));
        }
    }
}
