using System.Xml.Linq;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Formats.Png;
using SkiaSharp;

namespace Fretsaw.Formats.Svg.Painted;

/// <summary>An element that belongs to a piece, with what it inherits and where it stands.</summary>
internal readonly record struct SvgLeaf(XElement Element, SvgStyle Inherited, SvgScope Scope);

/// <summary>What shapes cannot say of a part, as a picture several times its size.</summary>
internal static class PaintedPart
{
    /// <summary>Pixels for each of the drawing's, along a side.</summary>
    public const double Times = 4;

    /// <summary>A larger part is painted coarser.</summary>
    private const double MostPixels = 6_000_000;
    private const double MostSide = 8192;

    /// <param name="box">Of its shapes, in the drawing's pixels.</param>
    /// <param name="room">Nothing is painted outside of it, but for what shapes reach.</param>
    /// <returns>The drawing and its PNG; null when nothing shows.</returns>
    public static (Drawing Drawing, byte[] Png)? Of(string id, string name, IReadOnlyList<SvgLeaf> leaves, Box box, Box room, SvgPainter painter, PaintBudget budget)
    {
        using (var nothing = new SKBitmap(1, 1))
        using (var measured = new SKCanvas(nothing))
        {
            foreach (var leaf in leaves)
            {
                painter.Paint(measured, leaf.Element, leaf.Inherited, leaf.Scope);
            }
        }

        box = Common(box.With(painter.Reach), room);
        if (box.Width < 1e-6 || box.Height < 1e-6)
        {
            return null;
        }

        var (left, top) = (Math.Floor(box.X) - 1, Math.Floor(box.Y) - 1);
        var (wide, high) = (Math.Ceiling(box.Right) + 1 - left, Math.Ceiling(box.Bottom) + 1 - top);
        var times = Math.Min(Math.Min(Times, Math.Sqrt(Math.Min(MostPixels, budget.Room()) / (wide * high))), MostSide / Math.Max(wide, high));
        var info = new SKImageInfo((int)Math.Ceiling(wide * times), (int)Math.Ceiling(high * times), SKColorType.Rgba8888, SKAlphaType.Premul);
        budget.Keep((double)info.Width * info.Height);
        using var taken = PixelBudget.Take((long)info.Width * info.Height);
        using var picture = new SKBitmap(info);
        using (var canvas = new SKCanvas(picture))
        {
            canvas.Clear();
            canvas.Scale((float)times);
            canvas.Translate((float)-left, (float)-top);
            foreach (var leaf in leaves)
            {
                painter.Paint(canvas, leaf.Element, leaf.Inherited, leaf.Scope);
            }
        }

        return TrimmedPng.Of(picture, name, id, left, top, 1 / times);
    }

    private static Box Common(Box one, Box other)
    {
        var (left, top) = (Math.Max(one.X, other.X), Math.Max(one.Y, other.Y));
        return new Box(left, top, Math.Max(0, Math.Min(one.Right, other.Right) - left), Math.Max(0, Math.Min(one.Bottom, other.Bottom) - top));
    }
}
