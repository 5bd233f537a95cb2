using System.Collections.Frozen;
using System.Numerics;

namespace Fretsaw.Formats.Svg;

/// <summary>
/// The colour spaces of CSS Color 4 §§8–10 → sRGB. Spaces of red, green and blue are told by where their primaries and their white lie
/// (CIE 1931 x, y); what takes them to X, Y, Z follows from that (SMPTE RP 177).
/// </summary>
internal static class CssColourSpaces
{
    private static readonly Vector2 D65 = new(0.3127f, 0.3290f);
    private static readonly Vector2 D50 = new(0.3457f, 0.3585f);

    /// <summary>Cones' answers to X, Y, Z, after Bradford; matrices here are for rows.</summary>
    private static readonly Matrix4x4 Cones = Rows(new(0.8951f, -0.7502f, 0.0389f), new(0.2664f, 1.7135f, -0.0685f), new(-0.1614f, 0.0367f, 1.0296f));

    private static readonly Matrix4x4 ToD65 = Inverse(Cones);

    private static readonly Matrix4x4 FromD50 = Cones * Matrix4x4.CreateScale(
        Vector3.Transform(White(D65), Cones) / Vector3.Transform(White(D50), Cones)) * ToD65;

    private static readonly Matrix4x4 Srgb = ToXyz(new(0.64f, 0.33f), new(0.30f, 0.60f), new(0.15f, 0.06f), D65);
    private static readonly Matrix4x4 XyzToSrgb = Inverse(Srgb);

    /// <summary>Björn Ottosson, "A perceptual color space for image processing" (2020): M₂⁻¹, and M₁⁻¹ as far as linear sRGB.</summary>
    private static readonly Matrix4x4 OklabToCones = Rows(new(1, 1, 1), new(0.3963377774f, -0.1055613458f, -0.0894841775f), new(0.2158037573f, -0.0638541728f, -1.2914855480f));

    private static readonly Matrix4x4 ConesToSrgb = Rows(
        new(4.0767416621f, -1.2684380046f, -0.0041960863f), new(-3.3077115913f, 2.6097574011f, -0.7034186147f), new(0.2309699292f, -0.3413193965f, 1.7076147010f));

    /// <summary>By the name in color(): from its numbers to linear sRGB.</summary>
    private static readonly FrozenDictionary<string, Func<Vector3, Vector3>> Named = new Dictionary<string, Func<Vector3, Vector3>>
    {
        ["srgb"] = colour => Each(colour, Linear),
        ["srgb-linear"] = colour => colour,
        ["display-p3"] = Through(Linear, ToXyz(new(0.680f, 0.320f), new(0.265f, 0.690f), new(0.150f, 0.060f), D65)),
        ["a98-rgb"] = Through(value => MathF.Pow(value, 563 / 256f), ToXyz(new(0.64f, 0.33f), new(0.21f, 0.71f), new(0.15f, 0.06f), D65)),
        ["prophoto-rgb"] = Through(
            value => value < 16 / 512f ? value / 16 : MathF.Pow(value, 1.8f),
            ToXyz(new(0.734699f, 0.265301f), new(0.159597f, 0.840403f), new(0.036598f, 0.000105f), D50) * FromD50),
        ["rec2020"] = Through(Rec2020, ToXyz(new(0.708f, 0.292f), new(0.170f, 0.797f), new(0.131f, 0.046f), D65)),
        ["xyz"] = Through(value => value, Matrix4x4.Identity),
        ["xyz-d65"] = Through(value => value, Matrix4x4.Identity),
        ["xyz-d50"] = Through(value => value, FromD50),
    }.ToFrozenDictionary(StringComparer.OrdinalIgnoreCase);

    /// <returns>In sRGB, whatever lies outside of it too; null for a space that is not known.</returns>
    public static Vector3? Of(string space, Vector3 colour) => Named.TryGetValue(space, out var linear) ? Each(linear(colour), Encoded) : null;

    /// <param name="lab">Lightness in 0–100 and the two axes, by the white D50.</param>
    public static Vector3 Lab(Vector3 lab)
    {
        const float Kappa = 24389 / 27f;
        var y = (lab.X + 16) / 116;
        var (x, z) = (y + (lab.Y / 500), y - (lab.Z / 200));
        var part = new Vector3(Cube(x), lab.X > 8 ? y * y * y : lab.X / Kappa, Cube(z));
        return Each(Vector3.Transform(Vector3.Transform(part * White(D50), FromD50), XyzToSrgb), Encoded);

        static float Cube(float value) => value * value * value > 216 / 24389f ? value * value * value : ((116 * value) - 16) / Kappa;
    }

    /// <param name="lab">Lightness in 0–1 and the two axes.</param>
    public static Vector3 Oklab(Vector3 lab) =>
        Each(Vector3.Transform(Each(Vector3.Transform(lab, OklabToCones), value => value * value * value), ConesToSrgb), Encoded);

    /// <summary>Lightness, chroma and hue in degrees as lightness and two axes.</summary>
    public static Vector3 Axes(Vector3 polar)
    {
        var (sine, cosine) = MathF.SinCos(polar.Z / 180 * MathF.PI);
        return new Vector3(polar.X, Math.Max(0, polar.Y) * cosine, Math.Max(0, polar.Y) * sine);
    }

    /// <summary>IEC 61966-2-1; below 0 mirrored.</summary>
    private static float Linear(float value) =>
        MathF.CopySign(MathF.Abs(value) <= 0.04045f ? MathF.Abs(value) / 12.92f : MathF.Pow((MathF.Abs(value) + 0.055f) / 1.055f, 2.4f), value);

    private static float Encoded(float value) =>
        MathF.CopySign(MathF.Abs(value) <= 0.0031308f ? 12.92f * MathF.Abs(value) : (1.055f * MathF.Pow(MathF.Abs(value), 1 / 2.4f)) - 0.055f, value);

    /// <summary>ITU-R BT.2020, table 4, the other way.</summary>
    private static float Rec2020(float value)
    {
        const float Alpha = 1.09929682680944f, Beta = 0.018053968510807f;
        return value < 4.5f * Beta ? value / 4.5f : MathF.Pow((value + Alpha - 1) / Alpha, 1 / 0.45f);
    }

    private static Func<Vector3, Vector3> Through(Func<float, float> linear, Matrix4x4 toXyz) =>
        colour => Vector3.Transform(Vector3.Transform(Each(colour, linear), toXyz), XyzToSrgb);

    private static Matrix4x4 ToXyz(Vector2 red, Vector2 green, Vector2 blue, Vector2 white)
    {
        var primaries = Rows(White(red), White(green), White(blue));
        var amounts = Vector3.Transform(White(white), Inverse(primaries));
        return Matrix4x4.CreateScale(amounts) * primaries;
    }

    /// <summary>X, Y, Z of a chromaticity, as bright as 1.</summary>
    private static Vector3 White(Vector2 at) => new(at.X / at.Y, 1, (1 - at.X - at.Y) / at.Y);

    private static Vector3 Each(Vector3 colour, Func<float, float> map) => new(map(colour.X), map(colour.Y), map(colour.Z));

    private static Matrix4x4 Rows(Vector3 a, Vector3 b, Vector3 c) => new(a.X, a.Y, a.Z, 0, b.X, b.Y, b.Z, 0, c.X, c.Y, c.Z, 0, 0, 0, 0, 1);

    private static Matrix4x4 Inverse(Matrix4x4 matrix) => Matrix4x4.Invert(matrix, out var inverse) ? inverse : throw new ArgumentException("The primaries lie on one line.", nameof(matrix));
}
