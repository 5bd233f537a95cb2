namespace Fretsaw.Core.Painting;

/// <summary>How the film's picture lies in the pixels that are painted: a print's frame, or what of it is looked at on screen.</summary>
/// <param name="Width">Of what is painted, px.</param>
/// <param name="Scale">Painted pixels for one of the picture's.</param>
/// <param name="Left">Where the picture's left edge lies, painted px.</param>
/// <param name="Beyond">Paint what lies past the frame's edges too.</param>
public readonly record struct Framing(int Width, int Height, double Scale, double Left, double Top, bool Beyond = false)
{
    /// <summary>The largest side that can be asked for, px.</summary>
    public const int MaxSide = 8192;

    /// <summary>How far a picture can be magnified.</summary>
    public const double MaxScale = 64;

    /// <summary>The whole picture, as large as it can be, in the middle; or magnified from there, and shifted.</summary>
    /// <param name="picture">Its size, px.</param>
    /// <param name="look">What comes from outside is brought to what can be painted.</param>
    public static Framing Fit((int Width, int Height) picture, in Look look)
    {
        var (width, height) = (Math.Clamp(look.Width, 1, MaxSide), Math.Clamp(look.Height, 1, MaxSide));
        var fit = Math.Min((double)width / picture.Width, (double)height / picture.Height);
        var scale = Math.Clamp(fit * (double.IsFinite(look.Zoom) ? look.Zoom : 1), 1e-4, MaxScale);
        return new Framing(
            width, height, scale,
            ((width - (picture.Width * scale)) / 2) + Shift(look.X), ((height - (picture.Height * scale)) / 2) + Shift(look.Y), look.Beyond);
    }

    /// <summary>The pixels that the picture is painted on.</summary>
    /// <param name="picture">Its size, px.</param>
    public PixelBox Clip((int Width, int Height) picture)
    {
        var all = new PixelBox(0, 0, Width, Height);
        return Beyond ? all : all.Cut(new PixelBox(
            Round(Left), Round(Top), Round(Left + (picture.Width * Scale)), Round(Top + (picture.Height * Scale))));
    }

    private static int Round(double value) => (int)Math.Clamp(Math.Round(value), int.MinValue / 2, int.MaxValue / 2);

    private static double Shift(double value) => double.IsFinite(value) ? Math.Clamp(value, -1e6, 1e6) : 0;
}

/// <summary>What is asked for: a picture of a size, seen whole or from nearer.</summary>
/// <param name="Width">Of what is painted, px, [1, 8192].</param>
/// <param name="Zoom">1 for the whole picture as large as it can be.</param>
/// <param name="X">How far the picture's middle lies right of the middle, painted px.</param>
/// <param name="Beyond">Paint what lies past the frame's edges too.</param>
/// <param name="Sharp">Without depth of field.</param>
/// <param name="Only">The thing that matters: the rest is dimmed, or left out. All puppets when null.</param>
/// <param name="Rest">What becomes of the rest, and of the backdrop.</param>
/// <param name="References">With the pictures that are worked by, which are never printed.</param>
public readonly record struct Look(
    int Width, int Height, double Zoom = 1, double X = 0, double Y = 0, bool Beyond = false, bool Sharp = false, string? Only = null, LookRest Rest = LookRest.Shown,
    bool References = false);

/// <summary>Ways to look at a pose; none is ever printed.</summary>
public enum LookRest
{
    Shown,
    Dimmed,
    Left,
}
