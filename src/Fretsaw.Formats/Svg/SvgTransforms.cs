using System.Xml.Linq;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Formats.Svg;

/// <summary>How an element moves what is in it: its transform, as attribute or rule of style, about its origin (CSS Transforms 1).</summary>
internal static class SvgTransforms
{
    /// <param name="view">Of the viewport, for an origin in %.</param>
    /// <param name="box">Of the element, where its transform-box is "fill-box".</param>
    public static Affine Of(XElement element, SvgStyle style, Box view, Box box, Action<XElement, string> note)
    {
        if (style.Own.GetValueOrDefault("transform") is not { } text)
        {
            return Affine.Identity;
        }

        if (SvgNumbers.Transform(text) is not { } transform)
        {
            note(element, "its transform is not understood and is left out");
            return Affine.Identity;
        }

        if (style.Own.GetValueOrDefault("transform-origin") is not { } origin)
        {
            return transform;
        }

        var within = style.Own.GetValueOrDefault("transform-box") == "fill-box" ? box : new Box(0, 0, view.Width, view.Height);
        var words = origin.Split([' ', ','], StringSplitOptions.RemoveEmptyEntries);
        if (words is ["top" or "bottom", "left" or "right" or "center", ..])
        {
            (words[0], words[1]) = (words[1], words[0]);
        }

        var x = within.X + Along(words.ElementAtOrDefault(0), within.Width);
        var y = within.Y + Along(words.ElementAtOrDefault(1), within.Height);
        return Affine.Translate(x, y) * transform * Affine.Translate(-x, -y);
    }

    /// <summary>Where a use puts what it uses.</summary>
    public static Affine Place(SvgStyle use, Box view) => Affine.Translate(
        SvgNumbers.Length(use.Own.GetValueOrDefault("x"), view.Width) ?? 0, SvgNumbers.Length(use.Own.GetValueOrDefault("y"), view.Height) ?? 0);

    private static double Along(string? word, double length) => word switch
    {
        "left" or "top" => 0,
        "right" or "bottom" => length,
        "center" or null => length / 2,
        _ => SvgNumbers.Length(word, length) ?? 0,
    };
}
