using System.Globalization;

namespace Fretsaw.Core.Geometry;

/// <summary>
/// Reads SVG path data (SVG 2 §9.3). As the standard asks, everything before an error is kept and the error is told.
/// Arcs become cubics, smooth forms become plain ones, relative becomes absolute.
/// </summary>
public ref struct PathParser
{
    private readonly ReadOnlySpan<char> text;
    private readonly PathData path = new();
    private int at;
    private Point current;
    private Point start;
    private Point lastControl;
    private char lastCommand;

    private PathParser(ReadOnlySpan<char> text)
    {
        this.text = text;
    }

    /// <param name="error">Null, or what is wrong and at which character.</param>
    public static PathData Parse(ReadOnlySpan<char> text, out string? error)
    {
        var parser = new PathParser(text);
        error = parser.Run();
        return parser.path;
    }

    private string? Run()
    {
        SkipSpace();
        if (at == text.Length || text[at..].SequenceEqual("none"))
        {
            return null;
        }

        var command = '\0';
        while (SkipSpace() < text.Length)
        {
            var begins = at;
            if (char.IsAsciiLetter(text[at]))
            {
                command = text[at++];
                if (path.IsEmpty && command is not ('M' or 'm'))
                {
                    return $"path data begins with '{command}' and not with a move";
                }
            }
            else if (command is '\0' or 'Z' or 'z')
            {
                return $"path data has '{text[at]}' at character {begins} where a command belongs";
            }

            if (!Segment(command))
            {
                return $"path data cannot be read at character {Math.Min(at, text.Length)}";
            }

            lastCommand = char.ToUpperInvariant(command);
            command = command switch { 'M' => 'L', 'm' => 'l', _ => command };
        }

        return null;
    }

    private bool Segment(char command)
    {
        var relative = char.IsAsciiLetterLower(command);
        var from = relative ? current : default;
        switch (char.ToUpperInvariant(command))
        {
            case 'M' when TryPoint(from, out var p):
                path.MoveTo(p);
                (current, start) = (p, p);
                return true;
            case 'L' when TryPoint(from, out var p):
                return Line(p);
            case 'H' when TryNumber(out var x):
                return Line(new Point(from.X + x, current.Y));
            case 'V' when TryNumber(out var y):
                return Line(new Point(current.X, from.Y + y));
            case 'C' when TryPoint(from, out var c1) && TryPoint(from, out var c2) && TryPoint(from, out var p):
                return Cubic(c1, c2, p);
            case 'S' when TryPoint(from, out var c2) && TryPoint(from, out var p):
                return Cubic(lastCommand is 'C' or 'S' ? Reflected() : current, c2, p);
            case 'Q' when TryPoint(from, out var c) && TryPoint(from, out var p):
                return Quad(c, p);
            case 'T' when TryPoint(from, out var p):
                return Quad(lastCommand is 'Q' or 'T' ? Reflected() : current, p);
            case 'A' when TryNumber(out var rx) && TryNumber(out var ry) && TryNumber(out var turn)
                    && TryFlag(out var large) && TryFlag(out var sweep) && TryPoint(from, out var p):
                Reopen();
                ArcToCubics.Append(path, current, Math.Abs(rx), Math.Abs(ry), turn * Angles.RadiansPerDegree, large, sweep, p);
                current = p;
                return true;
            case 'Z':
                if (path.Verbs[^1] != Verb.Close)
                {
                    path.Close();
                }

                current = start;
                return true;
            default:
                return false;
        }
    }

    private readonly Point Reflected() => (current * 2) - lastControl;

    private bool Line(Point p)
    {
        Reopen();
        path.LineTo(p);
        current = p;
        return true;
    }

    private bool Cubic(Point c1, Point c2, Point p)
    {
        Reopen();
        path.CubicTo(c1, c2, p);
        (lastControl, current) = (c2, p);
        return true;
    }

    private bool Quad(Point c, Point p)
    {
        Reopen();
        path.QuadTo(c, p);
        (lastControl, current) = (c, p);
        return true;
    }

    /// <summary>After a close the next segment starts a new subpath at the old start, which we write as a move.</summary>
    private readonly void Reopen()
    {
        if (path.Verbs[^1] == Verb.Close)
        {
            path.MoveTo(start);
        }
    }

    private int SkipSpace()
    {
        while (at < text.Length && (text[at] is ' ' or '\t' or '\n' or '\r' or '\f' or ','))
        {
            at++;
        }

        return at;
    }

    private bool TryPoint(Point origin, out Point point)
    {
        point = default;
        if (!TryNumber(out var x) || !TryNumber(out var y))
        {
            return false;
        }

        point = new Point(origin.X + x, origin.Y + y);
        return true;
    }

    /// <summary>Flags are one character and may touch what follows: "a1 1 0 00 5 5".</summary>
    private bool TryFlag(out bool flag)
    {
        flag = false;
        if (SkipSpace() >= text.Length || text[at] is not ('0' or '1'))
        {
            return false;
        }

        flag = text[at++] == '1';
        return true;
    }

    private bool TryNumber(out double number)
    {
        var from = SkipSpace();
        var i = from;
        if (i < text.Length && text[i] is '+' or '-')
        {
            i++;
        }

        var digits = i;
        i = Digits(i);
        var count = i - digits;
        if (i < text.Length && text[i] == '.')
        {
            var fraction = i + 1;
            i = Digits(fraction);
            count += i - fraction;
        }

        number = 0;
        if (count == 0)
        {
            return false;
        }

        if (i < text.Length && text[i] is 'e' or 'E')
        {
            var exponent = i + 1;
            exponent += exponent < text.Length && text[exponent] is '+' or '-' ? 1 : 0;
            var end = Digits(exponent);
            i = end > exponent ? end : i;
        }

        at = i;
        return double.TryParse(text[from..i], NumberStyles.Float, CultureInfo.InvariantCulture, out number) && Math.Abs(number) < 1e9;
    }

    private readonly int Digits(int i)
    {
        while (i < text.Length && char.IsAsciiDigit(text[i]))
        {
            i++;
        }

        return i;
    }
}
