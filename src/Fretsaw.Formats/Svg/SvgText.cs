using System.Text.RegularExpressions;
using System.Xml.Linq;
using Fretsaw.Core.Geometry;
using SkiaSharp;

namespace Fretsaw.Formats.Svg;

/// <summary>Text as outlines (SVG 2 §11), in the typeface that comes with the program: no other is on every machine.</summary>
internal static partial class SvgText
{
    /// <summary>Letters of one text; a drawing is no book.</summary>
    private const int MaxLetters = 5_000;

    private static readonly Lazy<SKTypeface> Regular = new(() => Load("Regular"));
    private static readonly Lazy<SKTypeface> Bold = new(() => Load("Bold"));

    /// <summary>What a text or a span of it paints, in the text's own pixels.</summary>
    public readonly record struct Run(XElement Holder, SvgStyle Style, PathData Path);

    /// <param name="style">Of the text element.</param>
    public static List<Run> Runs(XElement text, SvgStyle style, SvgSheet sheet, Box view)
    {
        var (runs, chunk) = (new List<Run>(), new List<(XElement Holder, SvgStyle Style, SKPath Path)>());
        var (x, y, start, letters, spaced, anchor) = (0f, 0f, 0f, 0, true, style.Anchor);
        Walk(text, style);
        Close();
        return runs;

        void Walk(XElement element, SvgStyle own)
        {
            if (First(element, "x", view.Width) is { } toX)
            {
                Close();
                (x, start, spaced, anchor) = (toX, toX, true, own.Anchor);
            }

            y = First(element, "y", view.Height) ?? y;
            (x, y) = (x + (First(element, "dx", view.Width) ?? 0), y + (First(element, "dy", view.Height) ?? 0));
            foreach (var node in element.Nodes())
            {
                if (node is XText words)
                {
                    Write(element, own, Spaces().Replace(words.Value, " "));
                }
                else if (node is XElement { Name.LocalName: "tspan" or "a" } span && own.Of(span, sheet) is { Displayed: true } inner)
                {
                    Walk(span, inner);
                }
            }
        }

        void Write(XElement holder, SvgStyle own, string words)
        {
            words = spaced ? words.TrimStart(' ') : words;
            words = words[..Math.Min(words.Length, MaxLetters - letters)];
            if (words.Length == 0)
            {
                return;
            }

            (letters, spaced) = (letters + words.Length, words[^1] == ' ');
            using var font = new SKFont(own.Bold ? Bold.Value : Regular.Value, (float)Math.Clamp(own.FontSize, 0.01, 10_000));
            chunk.Add((holder, own, font.GetTextPath(words, new SKPoint(x, y))));
            x += font.MeasureText(words);
        }

        void Close()
        {
            var shift = anchor switch { "middle" => (start - x) / 2, "end" => start - x, _ => 0 };
            foreach (var (holder, own, path) in chunk)
            {
                path.Transform(SKMatrix.CreateTranslation(shift, 0));
                runs.Add(new Run(holder, own, PathParser.Parse(path.ToSvgPathData(), out _)));
                path.Dispose();
            }

            chunk.Clear();
        }
    }

    /// <summary>Of a list the first: letters that are placed one by one come in as they follow each other.</summary>
    private static float? First(XElement element, string name, double percentOf)
    {
        var word = (element.Attribute(name)?.Value ?? "").Split([' ', ',', '\t', '\n', '\r'], StringSplitOptions.RemoveEmptyEntries).FirstOrDefault();
        return SvgNumbers.Length(word, percentOf) is { } number ? (float)number : null;
    }

    private static SKTypeface Load(string weight)
    {
        using var stream = typeof(SvgText).Assembly.GetManifestResourceStream($"AtkinsonHyperlegibleNext-{weight}.ttf")
            ?? throw new InvalidOperationException("The program's typeface is not in it.");
        return SKTypeface.FromStream(stream);
    }

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();
}
