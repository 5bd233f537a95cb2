using System.Xml.Linq;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Formats.Svg;

/// <summary>Markers on a path's vertices (SVG 2 §13.7).</summary>
internal sealed class SvgMarkers(IReadOnlyDictionary<string, XElement> byId, SvgSheet sheet, Action<XElement, SvgStyle, SvgScope, List<Shape>> paint)
{
    private const int MaxNested = 4;

    /// <param name="width">Of the stroke, which markers are measured in.</param>
    public void Paint(PathData path, SvgStyle style, SvgScope scope, double width, List<Shape> into)
    {
        if (scope.Uses > MaxNested)
        {
            return;
        }

        var vertices = VerticesOf(path);
        for (var i = 0; i < vertices.Count; i++)
        {
            if (i == 0)
            {
                Put(style.MarkerStart, vertices[i], atStart: true, scope, width, into);
            }

            if (i > 0 && i < vertices.Count - 1)
            {
                Put(style.MarkerMiddle, vertices[i], atStart: false, scope, width, into);
            }

            if (i == vertices.Count - 1)
            {
                Put(style.MarkerEnd, vertices[i], atStart: false, scope, width, into);
            }
        }
    }

    private void Put(string value, (Point At, double Turn) vertex, bool atStart, SvgScope scope, double width, List<Shape> into)
    {
        var (open, close) = (value.IndexOf('#', StringComparison.Ordinal), value.IndexOf(')', StringComparison.Ordinal));
        if (open < 0 || close < open || !byId.TryGetValue(value[(open + 1)..close].Trim('\'', '"'), out var marker) || marker.Name.LocalName != "marker")
        {
            return;
        }

        var size = new Box(0, 0, Number(marker, "markerWidth", 3), Number(marker, "markerHeight", 3));
        if (size.Width <= 0 || size.Height <= 0)
        {
            return;
        }

        var turn = marker.Attribute("orient")?.Value.Trim() switch
        {
            "auto" => vertex.Turn,
            "auto-start-reverse" => vertex.Turn + (atStart ? Math.PI : 0),
            var given => Angles.RadiansPerDegree * (SvgNumbers.Length(given?.Replace("deg", "", StringComparison.Ordinal)) ?? 0),
        };
        var unit = marker.Attribute("markerUnits")?.Value == "userSpaceOnUse" ? 1 : width;
        var fit = SvgViewport.Fit(marker, size);
        var reference = fit.Map(new Point(Number(marker, "refX", 0), Number(marker, "refY", 0)));
        var put = scope.Matrix * Affine.Translate(vertex.At.X, vertex.At.Y) * Affine.RotateRadians(turn) * Affine.Scale(unit, unit) * Affine.Translate(-reference.X, -reference.Y);
        var style = SvgStyle.Initial.Of(marker, sheet);
        var inside = scope with { Matrix = put * fit, View = SvgViewport.ViewBox(marker) ?? size, Uses = scope.Uses + 1, Opacity = scope.Opacity * style.Opacity };
        if (style.Own.GetValueOrDefault("overflow") is not ("visible" or "auto"))
        {
            var edge = new PathData();
            SvgShapes.AppendRectangle(edge, size);
            inside = inside with { Clip = SvgCut.Both(scope.Clip, SvgCut.Moved(SvgCut.ToSkia(edge), put)) };
        }

        foreach (var child in marker.Elements().Where(child => !SvgWalker.IsSilent(child)))
        {
            paint(child, style, inside, into);
        }
    }

    /// <summary>refX and refY may be words for the viewBox's sides and middle; those are rare and count as 0.</summary>
    private static double Number(XElement marker, string name, double otherwise) => SvgNumbers.Length(marker.Attribute(name)?.Value) ?? otherwise;

    /// <summary>Each vertex, and the middle of the directions in which the line comes and goes, radians.</summary>
    private static List<(Point At, double Turn)> VerticesOf(PathData path)
    {
        // By vertex: the way in and the way out.
        var vertices = new List<(Point At, Point In, Point Out)>();
        var (start, first, at) = (default(Point), 0, 0);
        foreach (var verb in path.Verbs)
        {
            var points = path.Points.GetRange(at, PathData.PointsOf(verb));
            at += points.Count;
            if (verb == Verb.Move)
            {
                (start, first) = (points[0], vertices.Count);
                vertices.Add((points[0], default, default));
                continue;
            }

            var last = vertices[^1];
            var line = verb == Verb.Close ? [last.At, start] : points.Prepend(last.At).ToList();
            var (leaves, arrives) = (Way(line), Way([.. line.AsEnumerable().Reverse()]) * -1);
            vertices[^1] = last with { Out = leaves };
            vertices.Add((line[^1], arrives, default));
            if (verb == Verb.Close)
            {
                // The line goes on where the ring began.
                vertices[^1] = vertices[^1] with { Out = vertices[first].Out };
                vertices[first] = vertices[first] with { In = arrives };
            }
        }

        return [.. vertices.Select(vertex => (vertex.At, Middle(vertex.In, vertex.Out)))];
    }

    /// <summary>The direction in which a curve leaves its first point: towards the first that lies elsewhere.</summary>
    private static Point Way(List<Point> line)
    {
        var next = line.FindIndex(point => (point - line[0]).Length > 1e-9);
        return next < 0 ? default : (line[next] - line[0]) * (1 / (line[next] - line[0]).Length);
    }

    private static double Middle(Point arrives, Point leaves)
    {
        var sum = arrives + leaves;
        // Straight back: the way in turned by a quarter, as their halving angle is.
        return sum.Length > 1e-9 ? Math.Atan2(sum.Y, sum.X) : arrives.Length > 0 ? Math.Atan2(arrives.Y, arrives.X) + (Math.PI / 2) : 0;
    }
}
