using System.Collections.Frozen;
using System.Globalization;
using System.Reflection;
using Fretsaw.Core.Films;
using SkiaSharp;

namespace Fretsaw.Formats.Svg;

/// <summary>CSS Color 4 colours: hexadecimal, rgb(), hsl() and names.</summary>
internal static class SvgColours
{
    /// <summary>The CSS names, as SkiaSharp lists them.</summary>
    private static readonly FrozenDictionary<string, SKColor> Named = typeof(SKColors)
        .GetFields(BindingFlags.Public | BindingFlags.Static)
        .Where(field => field.FieldType == typeof(SKColor))
        .ToFrozenDictionary(field => field.Name, field => (SKColor)field.GetValue(null)!, StringComparer.OrdinalIgnoreCase);

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

    private static Colour? Function(string name, string arguments)
    {
        var pieces = arguments.Split([' ', ',', '/', '\t', '\n'], StringSplitOptions.RemoveEmptyEntries);
        if (pieces.Length is not (3 or 4))
        {
            return null;
        }

        var alpha = pieces.Length == 4 ? Part(pieces[3], 1) : 1;
        if (name is "rgb" or "rgba" && Part(pieces[0], 255) is { } r && Part(pieces[1], 255) is { } g && Part(pieces[2], 255) is { } b && alpha is { } a)
        {
            return new Colour(Byte(r / 255), Byte(g / 255), Byte(b / 255), Byte(a));
        }

        if (name is "hsl" or "hsla" && Part(pieces[0].Replace("deg", "", StringComparison.Ordinal), 360) is { } h
            && Part(pieces[1], 1) is { } s && Part(pieces[2], 1) is { } l && alpha is { } hslAlpha)
        {
            return Hsl(h, Math.Clamp(s, 0, 1), Math.Clamp(l, 0, 1), hslAlpha);
        }

        return null;
    }

    private static double? Part(string text, double percentOf)
    {
        var percent = text.EndsWith('%');
        return double.TryParse(percent ? text[..^1] : text, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number)
            ? percent ? number / 100 * percentOf : number
            : null;
    }

    /// <summary>CSS Color 4 §7.1.</summary>
    private static Colour Hsl(double hue, double saturation, double light, double alpha)
    {
        return new Colour(Channel(0), Channel(8), Channel(4), Byte(alpha));

        byte Channel(double n)
        {
            var k = (((n + (hue / 30)) % 12) + 12) % 12;
            return Byte(light - (saturation * Math.Min(light, 1 - light) * Math.Max(-1, Math.Min(k - 3, Math.Min(9 - k, 1)))));
        }
    }

    private static byte Byte(double part) => (byte)Math.Round(Math.Clamp(part, 0, 1) * 255);
}
