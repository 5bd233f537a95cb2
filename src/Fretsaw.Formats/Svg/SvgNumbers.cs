using System.Buffers;
using System.Globalization;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Formats.Svg;

/// <summary>Numbers, lengths and transform lists (CSS Values 3 §6.2: 96 px to the inch; SVG 2 §8.5).</summary>
internal static class SvgNumbers
{
    /// <summary>Of which every unit of a transform has one, and no number has any.</summary>
    private static readonly SearchValues<char> UnitLetters = SearchValues.Create("px%dtr");

    /// <summary>A length in px.</summary>
    /// <param name="percentOf">What 100 % is.</param>
    /// <returns>Null when the text is no length.</returns>
    public static double? Length(string? text, double percentOf = 0)
    {
        var span = (text ?? "").AsSpan().Trim();
        var end = span.Length;
        while (end > 0 && (char.IsAsciiLetter(span[end - 1]) || span[end - 1] == '%'))
        {
            end--;
        }

        if (!double.TryParse(span[..end], NumberStyles.Float, CultureInfo.InvariantCulture, out var number) || !double.IsFinite(number))
        {
            return null;
        }

        return span[end..] switch
        {
            "" or "px" => number,
            "%" => number / 100 * percentOf,
            "in" => number * 96,
            "cm" => number * 96 / 2.54,
            "mm" => number * 96 / 25.4,
            "q" or "Q" => number * 96 / 101.6,
            "pt" => number * 96 / 72,
            "pc" => number * 16,
            "em" or "rem" => number * 16,
            "ex" => number * 8,
            _ => null,
        };
    }

    /// <summary>Numbers with spaces and commas between them; stops at the first thing that is none.</summary>
    public static List<double> List(ReadOnlySpan<char> text)
    {
        var numbers = new List<double>();
        var at = 0;
        while (at < text.Length)
        {
            while (at < text.Length && (char.IsWhiteSpace(text[at]) || text[at] == ','))
            {
                at++;
            }

            var from = at;
            var (dot, exponent) = (false, false);
            while (at < text.Length && Continues(text, from, at, ref dot, ref exponent))
            {
                at++;
            }

            if (at == from || !double.TryParse(text[from..at], NumberStyles.Float, CultureInfo.InvariantCulture, out var number))
            {
                break;
            }

            numbers.Add(number);
        }

        return numbers;
    }

    /// <returns>Null when a function or its arguments are not understood.</returns>
    public static Affine? Transform(string? text)
    {
        var result = Affine.Identity;
        var rest = (text ?? "").AsSpan().Trim();
        if (rest.SequenceEqual("none"))
        {
            return result;
        }

        while (rest.Length > 0)
        {
            var open = rest.IndexOf('(');
            var close = rest.IndexOf(')');
            if (open < 0 || close < open || Function(rest[..open].Trim(), Arguments(rest[(open + 1)..close])) is not { IsFinite: true } function)
            {
                return null;
            }

            result *= function;
            rest = rest[(close + 1)..].TrimStart([' ', ',', '\t', '\n', '\r']);
        }

        return result;
    }

    /// <summary>As attributes have them, in px and degrees, or as style has them, with their units.</summary>
    private static List<double> Arguments(ReadOnlySpan<char> text)
    {
        var numbers = List(text);
        if (!text.ContainsAny(UnitLetters))
        {
            return numbers;
        }

        var words = text.ToString().Split([' ', ',', '\t', '\n', '\r'], StringSplitOptions.RemoveEmptyEntries);
        return [.. words.Select(word => Angle(word) ?? Length(word) ?? double.NaN)];
    }

    private static double? Angle(string word)
    {
        foreach (var (unit, degrees) in new[] { ("grad", 0.9), ("deg", 1), ("rad", 180 / Math.PI), ("turn", 360) })
        {
            if (word.EndsWith(unit, StringComparison.Ordinal) && Length(word[..^unit.Length]) is { } number)
            {
                return number * degrees;
            }
        }

        return null;
    }

    private static bool Continues(ReadOnlySpan<char> text, int from, int at, ref bool dot, ref bool exponent)
    {
        var c = text[at];
        if (char.IsAsciiDigit(c))
        {
            return true;
        }

        if (c is '+' or '-')
        {
            return at == from || text[at - 1] is 'e' or 'E';
        }

        if (c == '.' && !dot && !exponent)
        {
            return dot = true;
        }

        return c is 'e' or 'E' && !exponent && at > from && (exponent = true);
    }

    private static Affine? Function(ReadOnlySpan<char> name, List<double> n) => name switch
    {
        "matrix" when n.Count == 6 => new Affine(n[0], n[1], n[2], n[3], n[4], n[5]),
        "translate" when n.Count is 1 or 2 => Affine.Translate(n[0], n.Count > 1 ? n[1] : 0),
        "scale" when n.Count is 1 or 2 => Affine.Scale(n[0], n.Count > 1 ? n[1] : n[0]),
        "translateX" when n.Count == 1 => Affine.Translate(n[0], 0),
        "translateY" when n.Count == 1 => Affine.Translate(0, n[0]),
        "scaleX" when n.Count == 1 => Affine.Scale(n[0], 1),
        "scaleY" when n.Count == 1 => Affine.Scale(1, n[0]),
        "rotate" when n.Count is 1 or 3 => Rotate(n),
        "skewX" when n.Count == 1 => new Affine(1, 0, Math.Tan(n[0] * Angles.RadiansPerDegree), 1, 0, 0),
        "skewY" when n.Count == 1 => new Affine(1, Math.Tan(n[0] * Angles.RadiansPerDegree), 0, 1, 0, 0),
        _ => null,
    };

    private static Affine Rotate(List<double> n)
    {
        var turn = Affine.RotateRadians(n[0] * Angles.RadiansPerDegree);
        return n.Count == 1 ? turn : Affine.Translate(n[1], n[2]) * turn * Affine.Translate(-n[1], -n[2]);
    }
}
