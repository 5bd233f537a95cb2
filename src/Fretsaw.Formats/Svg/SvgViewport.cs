using System.Xml.Linq;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Formats.Svg;

/// <summary>How a viewBox is fitted into a rectangle (SVG 2 §8.2 and §8.6).</summary>
internal static class SvgViewport
{
    /// <returns>Null without one, or with one of no size.</returns>
    public static Box? ViewBox(XElement element)
    {
        var numbers = SvgNumbers.List(element.Attribute("viewBox")?.Value ?? "");
        return numbers.Count == 4 && numbers.All(double.IsFinite) && numbers[2] > 0 && numbers[3] > 0 ? new Box(numbers[0], numbers[1], numbers[2], numbers[3]) : null;
    }

    /// <summary>From the viewBox's pixels to those of the rectangle's; without a viewBox its corner alone.</summary>
    public static Affine Fit(XElement element, Box into)
    {
        if (ViewBox(element) is not { } view)
        {
            return Affine.Translate(into.X, into.Y);
        }

        var words = (element.Attribute("preserveAspectRatio")?.Value ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries).Where(word => word != "defer").ToList();
        var align = words.FirstOrDefault() ?? "xMidYMid";
        var (sx, sy) = (into.Width / view.Width, into.Height / view.Height);
        if (align != "none")
        {
            sx = sy = words.Skip(1).FirstOrDefault() == "slice" ? Math.Max(sx, sy) : Math.Min(sx, sy);
        }

        return Affine.Translate(into.X + (Part(align, 'x') * (into.Width - (sx * view.Width))), into.Y + (Part(align, 'Y') * (into.Height - (sy * view.Height))))
            * Affine.Scale(sx, sy) * Affine.Translate(-view.X, -view.Y);
    }

    /// <summary>Of what is left over, how much lies before: xMin none, xMid half, xMax all.</summary>
    private static double Part(string align, char axis)
    {
        var at = align.IndexOf(axis, StringComparison.Ordinal);
        return at < 0 || align.Length < at + 4 ? align == "none" ? 0 : 0.5 : align.Substring(at + 1, 3) switch { "Min" => 0, "Max" => 1, _ => 0.5 };
    }
}
