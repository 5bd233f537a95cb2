using System.Collections.Frozen;
using System.Globalization;
using System.Numerics;
using System.Reflection;
using Fretsaw.Core.Films;
using SkiaSharp;

namespace Fretsaw.Formats.Svg;

/// <summary>CSS Color 4 colours: hexadecimal, names, and the functions of all its spaces.</summary>
internal static class SvgColours
{
    /// <summary>The CSS names, as SkiaSharp lists them.</summary>
    private static readonly FrozenDictionary<string, SKColor> Named = typeof(SKColors)
        .GetFields(BindingFlags.Public | BindingFlags.Static)
        .Where(field => field.FieldType == typeof(SKColor))
        .ToFrozenDictionary(field => field.Name, field => (SKColor)field.GetValue(null)!, StringComparer.OrdinalIgnoreCase);

    private static readonly (string Unit, double Times)[] Units = [("%", 0), ("deg", 1), ("grad", 0.9), ("rad", 180 / Math.PI), ("turn", 360)];

    /// <returns>Null when the text is no colour.</returns>
    public static Colour? Parse(string text)
    {
        text = text.Trim();
        if (text.StartsWith('#'))
        {
            return Hexadecimal(text);
        }

        var open = text.IndexOf('(');
        if (open > 0 && text.EndsWith(')'))
        {
            return Function(text[..open].Trim().ToLowerInvariant(), text[(open + 1)..^1]);
        }

        if (string.Equals(text, "rebeccapurple", StringComparison.OrdinalIgnoreCase))
        {
            return new Colour(0x66, 0x33, 0x99);
        }

        if (string.Equals(text, "transparent", StringComparison.OrdinalIgnoreCase))
        {
            return new Colour(0, 0, 0, 0);
        }

        return Named.TryGetValue(text.Replace("grey", "gray", StringComparison.OrdinalIgnoreCase), out var named)
            ? new Colour(named.Red, named.Green, named.Blue, named.Alpha)
            : null;
    }

    public static Colour WithAlpha(this Colour colour, double factor) =>
        colour with { A = (byte)Math.Round(colour.A * Math.Clamp(factor, 0, 1)) };

    private static Colour? Hexadecimal(string text)
    {
        var full = text.Length is 4 or 5 ? "#" + string.Concat(text[1..].Select(digit => new string(digit, 2))) : text;
        return Colour.TryParse(full, out var colour) ? colour : null;
    }

    /// <summary>Numbers with commas, or with blanks and the opacity after a slash; "none" is nothing.</summary>
    private static Colour? Function(string name, string arguments)
    {
        var pieces = arguments.Split([' ', ',', '/', '\t', '\n', '\r'], StringSplitOptions.RemoveEmptyEntries);
        var (space, from) = name == "color" && pieces.Length > 0 ? (pieces[0], 1) : (name, 0);
        var alpha = pieces.Length == from + 4 ? Part(pieces[^1], 1) : 1;
        if (pieces.Length - from is not (3 or 4) || alpha is not { } opacity)
        {
            return null;
        }

        Vector3? Numbers(double first, double second, double third) =>
            Part(pieces[from], first) is { } x && Part(pieces[from + 1], second) is { } y && Part(pieces[from + 2], third) is { } z ? new Vector3((float)x, (float)y, (float)z) : null;
        var colour = name switch
        {
            "rgb" or "rgba" => Numbers(255, 255, 255) / 255,
            // A percentage may lack its sign since level 4.
            "hsl" or "hsla" => Numbers(360, 100, 100) is { } hsl ? Hsl(hsl.X, Part01(hsl.Y), Part01(hsl.Z)) : null,
            "hwb" => Numbers(360, 100, 100) is { } hwb ? Hwb(hwb.X, Part01(hwb.Y), Part01(hwb.Z)) : null,
            "lab" => Numbers(100, 125, 125) is { } lab ? CssColourSpaces.Lab(lab) : null,
            "lch" => Numbers(100, 150, 360) is { } lch ? CssColourSpaces.Lab(CssColourSpaces.Axes(lch)) : null,
            "oklab" => Numbers(1, 0.4, 0.4) is { } lab ? CssColourSpaces.Oklab(lab) : null,
            "oklch" => Numbers(1, 0.4, 360) is { } lch ? CssColourSpaces.Oklab(CssColourSpaces.Axes(lch)) : null,
            "color" => Numbers(1, 1, 1) is { } rgb ? CssColourSpaces.Of(space, rgb) : null,
            _ => null,
        };
        return colour is { } c ? new Colour(Byte(c.X), Byte(c.Y), Byte(c.Z), Byte(opacity)) : null;
    }

    private static float Part01(float percent) => Math.Clamp(percent / 100, 0, 1);

    /// <summary>A number, a part of a hundred, or an angle, in degrees.</summary>
    private static double? Part(string text, double percentOf)
    {
        if (text.Equals("none", StringComparison.OrdinalIgnoreCase))
        {
            return 0;
        }

        var (unit, times) = Units.FirstOrDefault(one => text.EndsWith(one.Unit, StringComparison.OrdinalIgnoreCase), ("", 1));
        times = unit == "%" ? percentOf / 100 : times;
        return double.TryParse(text.AsSpan(0, text.Length - unit.Length), NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number) ? number * times : null;
    }

    /// <summary>CSS Color 4 §8.</summary>
    private static Vector3 Hwb(float hue, float white, float black) =>
        white + black >= 1 ? new Vector3(white / (white + black)) : (Hsl(hue, 1, 0.5f) * (1 - white - black)) + new Vector3(white);

    /// <summary>CSS Color 4 §7.1.</summary>
    private static Vector3 Hsl(float hue, float saturation, float light)
    {
        return new Vector3(Channel(0), Channel(8), Channel(4));

        float Channel(float n)
        {
            var k = (((n + (hue / 30)) % 12) + 12) % 12;
            return light - (saturation * Math.Min(light, 1 - light) * Math.Max(-1, Math.Min(k - 3, Math.Min(9 - k, 1))));
        }
    }

    private static byte Byte(double part) => (byte)Math.Round(Math.Clamp(part, 0, 1) * 255);
}
