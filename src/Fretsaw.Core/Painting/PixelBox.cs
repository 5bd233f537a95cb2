namespace Fretsaw.Core.Painting;

/// <summary>Whole pixels; right and bottom are the first that lie outside.</summary>
public readonly record struct PixelBox(int Left, int Top, int Right, int Bottom)
{
    /// <summary>Where nothing is painted; any box put together with it is that box.</summary>
    public static readonly PixelBox Empty = new(int.MaxValue, int.MaxValue, int.MinValue, int.MinValue);

    /// <summary>So large that sums stay far from what an integer holds.</summary>
    private const int Far = 1 << 24;

    /// <summary>All pixels that anything could be painted on.</summary>
    public static readonly PixelBox Everything = new(-Far, -Far, Far, Far);

    public int Width => Math.Max(0, Right - Left);

    public int Height => Math.Max(0, Bottom - Top);

    public bool IsEmpty => Right <= Left || Bottom <= Top;

    /// <summary>The pixels that a place between these sides touches.</summary>
    public static PixelBox Around(double left, double top, double right, double bottom) =>
        left <= right && top <= bottom ? new(Whole(Math.Floor(left)), Whole(Math.Floor(top)), Whole(Math.Ceiling(right)), Whole(Math.Ceiling(bottom))) : Empty;

    public PixelBox Cut(PixelBox by) => new(Math.Max(Left, by.Left), Math.Max(Top, by.Top), Math.Min(Right, by.Right), Math.Min(Bottom, by.Bottom));

    public PixelBox With(PixelBox other) => IsEmpty ? other : other.IsEmpty ? this
        : new(Math.Min(Left, other.Left), Math.Min(Top, other.Top), Math.Max(Right, other.Right), Math.Max(Bottom, other.Bottom));

    public PixelBox Grown(int by) => new(Left - by, Top - by, Right + by, Bottom + by);

    /// <summary>The next larger box whose sides lie on the lines of a grid of so many pixels.</summary>
    public PixelBox OnGrid(int step) => new(Down(Left, step), Down(Top, step), -Down(-Right, step), -Down(-Bottom, step));

    private static int Down(int value, int step) => (int)Math.Floor((double)value / step) * step;

    private static int Whole(double value) => (int)Math.Clamp(value, -Far, Far);
}
