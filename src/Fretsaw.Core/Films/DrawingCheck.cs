using System.Runtime.CompilerServices;
using System.Text.RegularExpressions;
using Fretsaw.Core.Geometry;
using static Fretsaw.Core.Films.FilmCheck;

namespace Fretsaw.Core.Films;

internal static partial class DrawingCheck
{
    private const int MaxShapes = 200_000;
    private const int MaxPathLength = 4_000_000;
    private const int MaxOutlineNumbers = 2_000_000;
    private const double MaxMatrix = 1e9;
    private const double MaxMiter = 1e4;

    /// <summary>Drawings never change, so each is checked once and not again with every edit elsewhere.</summary>
    private static readonly ConditionalWeakTable<Drawing, object> Checked = [];

    public static void Check(Drawing drawing)
    {
        if (Checked.TryGetValue(drawing, out _))
        {
            return;
        }

        CheckAnew(drawing);
        Checked.TryAdd(drawing, drawing.Id);
    }

    private static void CheckAnew(Drawing drawing)
    {
        var place = $"drawing '{drawing.Id}'";
        Demand(drawing.Name is { Length: <= MaxNameLength }, place, "has too long a name", $"keep to {MaxNameLength} characters");
        Bounds(drawing.Bounds, place);
        Demand(!drawing.Shapes.IsDefault && drawing.Shapes.Length <= MaxShapes, place, "has too many shapes", $"keep to {MaxShapes}");
        foreach (var shape in drawing.Shapes)
        {
            Check(shape, place);
        }

        if (drawing.Raster is { } raster)
        {
            Demand(IsAsset(raster.Asset), place, "names no asset", "give the SHA-256 of the picture in lower-case hexadecimal");
            Range(raster.Width, 1, 16384, place, "picture width", "px");
            Range(raster.Height, 1, 16384, place, "picture height", "px");
            Place(new Point(raster.X, raster.Y), place, "picture place");
            Range(raster.PixelSize, 0.01, 100, place, "size of the picture's pixels", "px");
        }

        Demand(!drawing.Outline.IsDefault, place, "has no outline", "write an empty list");
        var numbers = 0;
        foreach (var ring in drawing.Outline)
        {
            Demand(!ring.IsDefault && ring.Length >= 6 && ring.Length % 2 == 0, place, "has an outline ring that is no ring", "give x and y of three points or more");
            numbers += ring.Length;
            Demand(numbers <= MaxOutlineNumbers, place, "has too long an outline", $"keep to {MaxOutlineNumbers} numbers");
            foreach (var number in ring)
            {
                Range(number, -1e6, 1e6, place, "outline point", "px");
            }
        }
    }

    private static void Check(Shape shape, string place)
    {
        Demand(shape.Path is { Length: <= MaxPathLength }, place, "has a path that is missing or too long", $"keep to {MaxPathLength} characters");
        Matrix(shape.Matrix, place);
        Range(shape.Opacity, 0, 1, place, "opacity", "(0 clear, 1 solid)");
        Check(shape.Fill, place);
        if (shape.Stroke is { } stroke)
        {
            Check(stroke.Paint, place);
            Range(stroke.Width, 0, 1e5, place, "stroke width", "px");
            Range(stroke.MiterLimit, 0, MaxMiter, place, "miter limit", "");
            Demand(!stroke.Dashes.IsDefault && stroke.Dashes.Length % 2 == 0 && stroke.Dashes.All(dash => dash is >= 0 and <= 1e6), place, "has dashes that cannot be drawn", "give an even count of lengths");
            Range(stroke.DashOffset, -1e6, 1e6, place, "start of its dashes", "px");
        }
    }

    private static void Check(Paint? paint, string place)
    {
        if (paint?.Gradient is not { } gradient)
        {
            return;
        }

        Demand(!gradient.Stops.IsDefault && gradient.Stops.Length is >= 1 and <= 1000, place, "has a gradient without stops", "give 1–1000");
        var last = 0.0;
        foreach (var stop in gradient.Stops)
        {
            Range(stop.Offset, last, 1, place, "gradient stop", "and never falls");
            last = stop.Offset;
        }

        Matrix(gradient.Matrix, place);
        Ends(gradient.X1, gradient.Y1, place);
        Ends(gradient.X2, gradient.Y2, place);
        Range(gradient.R, 0, 1e7, place, "gradient radius", "px");
    }

    /// <summary>A gradient counted in parts of its shape may lie far outside it, and its matrix be as large as the shape.</summary>
    private static void Ends(double x, double y, string place)
    {
        Range(x, -MaxMatrix, MaxMatrix, place, "gradient end", "");
        Range(y, -MaxMatrix, MaxMatrix, place, "gradient end", "");
    }

    private static void Matrix(Affine matrix, string place)
    {
        foreach (var number in (ReadOnlySpan<double>)[matrix.A, matrix.B, matrix.C, matrix.D, matrix.E, matrix.F])
        {
            Range(number, -MaxMatrix, MaxMatrix, place, "number of a matrix", "");
        }
    }

    private static void Bounds(Box box, string place)
    {
        Place(new Point(box.X, box.Y), place, "box");
        Range(box.Width, 0, 1e6, place, "box width", "px");
        Range(box.Height, 0, 1e6, place, "box height", "px");
    }

    /// <summary>Whether a file beside the film could be called so.</summary>
    internal static bool IsAsset(string? asset) => AssetPattern().IsMatch(asset ?? "");

    [GeneratedRegex("^[0-9a-f]{64}$")]
    private static partial Regex AssetPattern();
}
