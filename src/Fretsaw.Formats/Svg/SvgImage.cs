using System.Xml.Linq;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Formats.Png;
using SkiaSharp;

namespace Fretsaw.Formats.Svg;

/// <summary>A PNG picture that a drawing carries in itself: an image element with a data address.</summary>
/// <param name="Width">Of the picture itself, px, as its height.</param>
/// <param name="Place">Where the element stands in the file.</param>
/// <param name="ToDrawing">The picture's pixels → the drawing's.</param>
internal sealed record SvgImage(byte[] Png, int Width, int Height, string Place, Affine ToDrawing)
{
    private const string Png64 = "data:image/png;base64,";
    private const int MaxSide = 8192;

    /// <summary>Pixels that any picture may be enlarged to; others to four times their own.</summary>
    private const double MostEnlarged = 2048 * 2048;

    /// <summary>The picture is another file's, which does not come along.</summary>
    public static bool IsLinked(XElement element) => AddressOf(element) is { Length: > 0 } address && !address.StartsWith("data:", StringComparison.OrdinalIgnoreCase);

    private static string AddressOf(XElement element) => element.Attributes().FirstOrDefault(attribute => attribute.Name.LocalName == "href")?.Value.Trim() ?? "";

    /// <param name="element">An image element.</param>
    /// <param name="matrix">Its user space → the drawing's pixels.</param>
    /// <returns>Null when it is no embedded PNG.</returns>
    /// <exception cref="FilmException">It says that it is a PNG and is none.</exception>
    public static SvgImage? Of(XElement element, string file, Box view, Affine matrix)
    {
        var address = AddressOf(element);
        if (!address.StartsWith(Png64, StringComparison.OrdinalIgnoreCase))
        {
            return null;
        }

        var place = $"{file}, {SvgPlace.Of(element)}";
        var bytes = new byte[(address.Length * 3 / 4) + 3];
        FilmException.ThrowIf(!Convert.TryFromBase64String(address[Png64.Length..], bytes, out var length), place, "is not whole", "export the drawing again");
        var png = bytes[..length];
        var (width, height) = PngFile.SizeOf(png, place);
        return new SvgImage(png, width, height, place, matrix * Fitted(element, view, width, height));
    }

    /// <summary>Pixels that are finer than this of the drawing's say nothing more to a camera that looks at it.</summary>
    private const double FinestKept = 0.25;

    /// <summary>The picture as the drawing shows it: as it is where it only lies somewhere, its pixels perhaps finer than the drawing's; else sampled anew.</summary>
    /// <exception cref="FilmException">It is too large or cannot be read.</exception>
    public LayerPng Placed(string name)
    {
        var m = ToDrawing;
        if (m is { A: >= FinestKept and <= 1, B: 0, C: 0 } && m.A == m.D && m.IsFinite)
        {
            return new LayerPng(Png, name, m.E, m.F, m.A);
        }

        using var picture = PngFile.Decode(Png, Place);
        var box = m.Map(new Box(0, 0, Width, Height));
        FilmException.ThrowIf(!m.IsFinite || box.Width > MaxSide || box.Height > MaxSide, Place, FormattableString.Invariant($"is shown {box.Width:0} × {box.Height:0} px large"), $"keep both sides under {MaxSide} px");
        // A picture of a few pixels that fills the largest takes as long as the largest, for a few bytes.
        FilmException.ThrowIf(
            box.Width * box.Height > Math.Max(MostEnlarged, 4.0 * Width * Height), Place, FormattableString.Invariant($"is shown {box.Width:0} × {box.Height:0} px large"), "show it smaller, or embed a picture with more pixels");
        using var room = PixelBudget.Take((long)(box.Width * box.Height));
        var (left, top) = (Math.Floor(box.X), Math.Floor(box.Y));
        var info = new SKImageInfo(Math.Max(1, (int)Math.Ceiling(box.Right - left)), Math.Max(1, (int)Math.Ceiling(box.Bottom - top)), SKColorType.Rgba8888, SKAlphaType.Premul);
        using var surface = SKSurface.Create(info) ?? throw new FilmException(Place, "is too large to be sampled", "make it smaller");
        surface.Canvas.Clear();
        surface.Canvas.SetMatrix(new SKMatrix((float)m.A, (float)m.C, (float)(m.E - left), (float)m.B, (float)m.D, (float)(m.F - top), 0, 0, 1));
        using var image = SKImage.FromBitmap(picture);
        surface.Canvas.DrawImage(image, 0, 0, new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        using var pixels = surface.PeekPixels();
        return new LayerPng(TrimmedPng.Encode(pixels), name, left, top);
    }

    /// <summary>
    /// SVG 2 §7.8 and §12.3: the picture's pixels into the element's rectangle, whole and in its middle unless
    /// preserveAspectRatio is "none"; a side that is not given follows from the picture's own.
    /// </summary>
    private static Affine Fitted(XElement element, Box view, int width, int height)
    {
        var x = SvgNumbers.Length(element.Attribute("x")?.Value, view.Width) ?? 0;
        var y = SvgNumbers.Length(element.Attribute("y")?.Value, view.Height) ?? 0;
        var w = SvgNumbers.Length(element.Attribute("width")?.Value, view.Width);
        var h = SvgNumbers.Length(element.Attribute("height")?.Value, view.Height);
        var (across, down) = (w ?? (h is { } tall ? width * tall / height : width), h ?? (w is { } wide ? height * wide / width : height));
        var (sx, sy) = (across / width, down / height);
        if (element.Attribute("preserveAspectRatio")?.Value.Trim() != "none")
        {
            sx = sy = Math.Min(sx, sy);
        }

        return Affine.Translate(x + ((across - (sx * width)) / 2), y + ((down - (sy * height)) / 2)) * Affine.Scale(sx, sy);
    }
}
