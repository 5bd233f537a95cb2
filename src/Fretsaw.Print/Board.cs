using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;
using Fretsaw.Print.Sheets;
using SkiaSharp;

namespace Fretsaw.Print;

/// <summary>A sheet that lies somewhere in the picture.</summary>
/// <param name="Box">Painted pixels; its sides are multiples of the step.</param>
/// <param name="Step">Painted pixels for one of the sheet's.</param>
internal readonly record struct Board(Sheet Sheet, PixelBox Box, int Step)
{
    /// <summary>Painted pixels → the sheet's, all that are touched.</summary>
    public PixelBox On(in PixelBox painted)
    {
        var box = painted.OnGrid(Step);
        return new PixelBox((box.Left - Box.Left) / Step, (box.Top - Box.Top) / Step, (box.Right - Box.Left) / Step, (box.Bottom - Box.Top) / Step)
            .Cut(new PixelBox(0, 0, Sheet.Width, Sheet.Height));
    }

    /// <summary>Where the corner of a box on this board's grid lies.</summary>
    public (int X, int Y) Corner(in PixelBox painted) => ((painted.Left - Box.Left) / Step, (painted.Top - Box.Top) / Step);

    /// <summary>The sheet's pixels → painted ones.</summary>
    public Affine ToPainted => new(Step, 0, 0, Step, Box.Left, Box.Top);

    public Homography ToBoard(in Homography toPainted)
    {
        var (s, x, y, m) = (1.0 / Step, Box.Left, Box.Top, toPainted);
        return new Homography(
            s * (m.A - (x * m.G)), s * (m.B - (x * m.H)), s * (m.C - (x * m.I)),
            s * (m.D - (y * m.G)), s * (m.E - (y * m.H)), s * (m.F - (y * m.I)),
            m.G, m.H, m.I);
    }

    /// <summary>The sheet's canvas, clipped to painted pixels; restore it when done.</summary>
    public SKCanvas Canvas(in PixelBox clip)
    {
        var (canvas, on) = (Sheet.Canvas, On(clip));
        canvas.Save();
        canvas.ResetMatrix();
        canvas.ClipRect(new SKRect(on.Left, on.Top, on.Right, on.Bottom));
        return canvas;
    }
}
