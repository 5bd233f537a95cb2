using System.Collections.Immutable;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Films;

/// <summary>
/// The art of a part or flat: vector shapes, or one raster picture. Never changed in place: new art is a new
/// drawing with a new id, so painters may keep what they made of an id.
/// </summary>
public sealed record Drawing : IEntity
{
    public required string Id { get; init; }

    public string Name { get; init; } = "";

    /// <summary>The box of the art in the drawing's own pixels.</summary>
    public required Box Bounds { get; init; }

    /// <summary>Vector shapes, back to front. Empty when <see cref="Raster"/> is set.</summary>
    public ImmutableArray<Shape> Shapes { get; init; } = [];

    public RasterArt? Raster { get; init; }

    /// <summary>
    /// Closed rings round the art, outer rings and holes by the even–odd rule; each is x0, y0, x1, y1 … without a
    /// repeated first point. Meshes, hit tests and edge checks stand on it.
    /// </summary>
    public ImmutableArray<ImmutableArray<double>> Outline { get; init; } = [];
}

/// <summary>A picture kept once under the SHA-256 of its bytes; drawn with its top left corner at (X, Y).</summary>
public sealed record RasterArt
{
    /// <summary>64 lower-case hexadecimal digits.</summary>
    public required string Asset { get; init; }

    public double X { get; init; }

    public double Y { get; init; }

    public required int Width { get; init; }

    public required int Height { get; init; }

    /// <summary>Of one of its pixels in the drawing, px, [0.01, 100]: a part that was painted four times its size has 0.25.</summary>
    public double PixelSize { get; init; } = 1;
}

public enum FillRule
{
    NonZero,
    EvenOdd,
}

/// <summary>One filled and/or stroked path.</summary>
public sealed record Shape
{
    /// <summary>SVG path data of absolute M, L, C, Q and Z only, which every painter reads alike.</summary>
    public required string Path { get; init; }

    /// <summary>From the path's pixels to the drawing's.</summary>
    public Affine Matrix { get; init; } = Affine.Identity;

    public FillRule Rule { get; init; }

    public Paint? Fill { get; init; }

    public Stroke? Stroke { get; init; }

    /// <summary>[0, 1]</summary>
    public double Opacity { get; init; } = 1;
}

/// <summary>A flat colour, or a gradient when <see cref="Gradient"/> is set (then the colour's alpha still counts).</summary>
public sealed record Paint
{
    public Colour Colour { get; init; } = Colour.Black;

    public Gradient? Gradient { get; init; }
}

public enum LineCap
{
    Butt,
    Round,
    Square,
}

public enum LineJoin
{
    Miter,
    Round,
    Bevel,
}

public sealed record Stroke
{
    public required Paint Paint { get; init; }

    /// <summary>In the path's pixels, before the shape's matrix.</summary>
    public double Width { get; init; } = 1;

    public LineCap Cap { get; init; }

    public LineJoin Join { get; init; }

    public double MiterLimit { get; init; } = 4;

    /// <summary>On and off lengths; empty for a whole line. An even count.</summary>
    public ImmutableArray<double> Dashes { get; init; } = [];

    /// <summary>How far into the dashes the line begins.</summary>
    public double DashOffset { get; init; }
}

public enum GradientKind
{
    Linear,
    Radial,
}

public enum Spread
{
    Pad,
    Reflect,
    Repeat,
}

/// <summary>
/// SVG 2 §14 paint servers. Linear runs from (X1, Y1) to (X2, Y2). Radial has its circle at (X2, Y2) with radius R
/// and its focal point at (X1, Y1).
/// </summary>
public sealed record Gradient
{
    public GradientKind Kind { get; init; }

    public double X1 { get; init; }

    public double Y1 { get; init; }

    public double X2 { get; init; }

    public double Y2 { get; init; }

    public double R { get; init; }

    public Spread Spread { get; init; }

    /// <summary>From the gradient's space to the path's pixels.</summary>
    public Affine Matrix { get; init; } = Affine.Identity;

    public ImmutableArray<GradientStop> Stops { get; init; } = [];
}

/// <summary>Offset [0, 1], never falling from stop to stop.</summary>
public sealed record GradientStop(double Offset, Colour Colour);
