namespace Fretsaw.Core.Painting;

/// <summary>
/// How a group is laid on what lies behind it: the blend modes of W3C, Compositing and Blending Level 1, with source over; and two of
/// its Porter and Duff operators, by which mattes cut.
/// </summary>
public enum Blend
{
    Normal,
    Multiply,
    Screen,
    Overlay,
    Darken,
    Lighten,
    ColourDodge,
    ColourBurn,
    HardLight,
    SoftLight,
    Difference,
    Exclusion,
    Hue,
    Saturation,
    Colour,
    Luminosity,

    /// <summary>Destination in: what lies behind stays where the group covers it.</summary>
    Inside,

    /// <summary>Destination out: what lies behind stays where the group leaves it bare.</summary>
    Outside,
}
