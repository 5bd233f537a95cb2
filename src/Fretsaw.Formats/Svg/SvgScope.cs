using Fretsaw.Core.Geometry;
using SkiaSharp;

namespace Fretsaw.Formats.Svg;

/// <summary>Where in the drawing an element stands.</summary>
/// <param name="Matrix">From the element's pixels to the drawing's.</param>
/// <param name="View">Of the viewport, in its own pixels: what percentages are of.</param>
internal sealed record SvgScope(Affine Matrix, Box View)
{
    /// <summary>Only what lies in it is painted, in the drawing's pixels; null for everything.</summary>
    public SKPath? Clip { get; init; }

    /// <summary>Of groups round it that are no parts, multiplied.</summary>
    public double Opacity { get; init; } = 1;

    /// <summary>How many uses and markers it stands in.</summary>
    public int Uses { get; init; }
}
