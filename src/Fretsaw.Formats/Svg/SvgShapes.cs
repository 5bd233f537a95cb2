using System.Xml.Linq;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Formats.Svg;

/// <summary>Basic shapes as paths (SVG 2 §10).</summary>
internal static class SvgShapes
{
    public static bool IsShape(string name) => name is "path" or "rect" or "circle" or "ellipse" or "line" or "polyline" or "polygon";

    /// <summary>What a percentage is of that goes with neither side: SVG 2 §8.9.</summary>
    public static double Diagonal(Box view) => Math.Sqrt(((view.Width * view.Width) + (view.Height * view.Height)) / 2);

    /// <param name="style">Says the geometry, which rules of style may set too.</param>
    /// <param name="view">Size of the viewport, for percentages.</param>
    public static PathData ToPath(XElement element, SvgStyle style, Box view, Action<XElement, string> note)
    {
        switch (element.Name.LocalName)
        {
            case "path":
                var path = PathParser.Parse(element.Attribute("d")?.Value ?? "", out var error);
                if (error is not null)
                {
                    note(element, $"{error}; what stands before it came in");
                }

                return path;
            case "rect":
                return Rectangle(style, view);
            case "circle":
                var r = Own("r", Diagonal(view)) ?? 0;
                return Ellipse(Own("cx", view.Width) ?? 0, Own("cy", view.Height) ?? 0, r, r);
            case "ellipse":
                var (rx, ry) = (Own("rx", view.Width), Own("ry", view.Height));
                return Ellipse(Own("cx", view.Width) ?? 0, Own("cy", view.Height) ?? 0, rx ?? ry ?? 0, ry ?? rx ?? 0);
            case "line":
                var line = new PathData();
                line.MoveTo(new Point(Number("x1", view.Width), Number("y1", view.Height)));
                line.LineTo(new Point(Number("x2", view.Width), Number("y2", view.Height)));
                return line;
            default:
                return Poly(element, note);
        }

        double? Own(string name, double percentOf) => SvgNumbers.Length(style.Own.GetValueOrDefault(name), percentOf);
        double Number(string name, double percentOf) => SvgNumbers.Length(element.Attribute(name)?.Value, percentOf) ?? 0;
    }

    public static void AppendRectangle(PathData path, Box box)
    {
        path.MoveTo(new Point(box.X, box.Y));
        path.LineTo(new Point(box.Right, box.Y));
        path.LineTo(new Point(box.Right, box.Bottom));
        path.LineTo(new Point(box.X, box.Bottom));
        path.Close();
    }

    private static PathData Poly(XElement element, Action<XElement, string> note)
    {
        var numbers = SvgNumbers.List(element.Attribute("points")?.Value ?? "");
        if (numbers.Count % 2 == 1)
        {
            note(element, "has an odd count of coordinates; the last one is left out");
        }

        var path = new PathData();
        for (var i = 0; i + 1 < numbers.Count; i += 2)
        {
            var p = new Point(numbers[i], numbers[i + 1]);
            if (i == 0)
            {
                path.MoveTo(p);
            }
            else
            {
                path.LineTo(p);
            }
        }

        if (element.Name.LocalName == "polygon" && numbers.Count >= 2)
        {
            path.Close();
        }

        return path;
    }

    private static PathData Ellipse(double cx, double cy, double rx, double ry)
    {
        var path = new PathData();
        if (rx > 0 && ry > 0)
        {
            ArcToCubics.AppendEllipse(path, new Point(cx, cy), rx, ry);
        }

        return path;
    }

    private static PathData Rectangle(SvgStyle style, Box view)
    {
        var x = SvgNumbers.Length(style.Own.GetValueOrDefault("x"), view.Width) ?? 0;
        var y = SvgNumbers.Length(style.Own.GetValueOrDefault("y"), view.Height) ?? 0;
        var width = SvgNumbers.Length(style.Own.GetValueOrDefault("width"), view.Width) ?? 0;
        var height = SvgNumbers.Length(style.Own.GetValueOrDefault("height"), view.Height) ?? 0;
        var path = new PathData();
        if (width <= 0 || height <= 0)
        {
            return path;
        }

        var givenX = SvgNumbers.Length(style.Own.GetValueOrDefault("rx"), view.Width);
        var givenY = SvgNumbers.Length(style.Own.GetValueOrDefault("ry"), view.Height);
        var rx = Math.Clamp(givenX ?? givenY ?? 0, 0, width / 2);
        var ry = Math.Clamp(givenY ?? givenX ?? 0, 0, height / 2);
        path.MoveTo(new Point(x + rx, y));
        path.LineTo(new Point(x + width - rx, y));
        Corner(new Point(x + width, y + ry));
        path.LineTo(new Point(x + width, y + height - ry));
        Corner(new Point(x + width - rx, y + height));
        path.LineTo(new Point(x + rx, y + height));
        Corner(new Point(x, y + height - ry));
        path.LineTo(new Point(x, y + ry));
        Corner(new Point(x + rx, y));
        path.Close();
        return path;

        void Corner(Point to)
        {
            if (rx > 0 && ry > 0)
            {
                ArcToCubics.Append(path, path.Last, rx, ry, 0, large: false, sweep: true, to);
            }
        }
    }
}
