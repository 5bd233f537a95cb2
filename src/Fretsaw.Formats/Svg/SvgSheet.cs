using System.Text.RegularExpressions;
using System.Xml.Linq;

namespace Fretsaw.Formats.Svg;

/// <summary>What is declared for an element, in the order in which the later holds (CSS Cascade 4 §6).</summary>
/// <param name="Important">Holds over everything that is not.</param>
internal readonly record struct SvgDeclaration(string Name, string Value, bool Important);

/// <summary>The rules of &lt;style&gt; elements.</summary>
internal sealed partial class SvgSheet
{
    private const int MaxRules = 20_000;

    // By what the element itself has to be: "rect", ".class", "#id" or "*".
    private readonly Dictionary<string, List<Rule>> rules = new(StringComparer.Ordinal);
    private int count;

    public SvgSheet(XElement root, Action<XElement, string> note)
    {
        foreach (var element in root.Descendants().Where(element => element.Name.LocalName == "style"))
        {
            Read(element, Comment().Replace(element.Value, " "), note);
        }
    }

    private sealed record Rule(SvgSelector Selector, int Order, List<SvgDeclaration> Declarations);

    /// <summary>Presentation attributes, then rules by how specific they are and where they stand, then the style attribute; what is important last.</summary>
    public IEnumerable<SvgDeclaration> Of(XElement element)
    {
        var all = element.Attributes()
            .Where(attribute => attribute.Name.NamespaceName.Length == 0)
            .Select(attribute => new SvgDeclaration(attribute.Name.LocalName, attribute.Value, false))
            .Concat(Ruled(element))
            .Concat(Declarations(element.Attribute("style")?.Value ?? ""))
            .ToList();
        return all.Any(one => one.Important) ? all.Where(one => !one.Important).Concat(all.Where(one => one.Important)) : all;
    }

    public static IEnumerable<SvgDeclaration> Declarations(string text)
    {
        foreach (var declaration in Comment().Replace(text, " ").Split(';', StringSplitOptions.RemoveEmptyEntries))
        {
            var colon = declaration.IndexOf(':');
            if (colon > 0)
            {
                var value = declaration[(colon + 1)..].Trim();
                var mark = value.LastIndexOf('!');
                var important = mark >= 0 && value[(mark + 1)..].Trim().Equals("important", StringComparison.OrdinalIgnoreCase);
                yield return new SvgDeclaration(declaration[..colon].Trim().ToLowerInvariant(), important ? value[..mark].Trim() : value, important);
            }
        }
    }

    private IEnumerable<SvgDeclaration> Ruled(XElement element)
    {
        if (count == 0)
        {
            return [];
        }

        var classes = (element.Attribute("class")?.Value ?? "").Split([' ', '\t', '\n', '\r'], StringSplitOptions.RemoveEmptyEntries).Select(name => "." + name);
        return classes.Append(element.Name.LocalName).Append("#" + element.Attribute("id")?.Value).Append("*").Distinct()
            .SelectMany(key => rules.GetValueOrDefault(key) ?? [])
            .Where(rule => rule.Selector.Matches(element))
            .OrderBy(rule => rule.Selector.Specificity).ThenBy(rule => rule.Order)
            .SelectMany(rule => rule.Declarations);
    }

    private void Read(XElement element, string text, Action<XElement, string> note)
    {
        for (var at = 0; text.IndexOf('{', at) is >= 0 and var open;)
        {
            var head = text[at..open].Trim();
            var close = Closing(text, open);
            at = Math.Min(close + 1, text.Length);
            if (head.StartsWith('@'))
            {
                // Fonts and movements paint nothing of their own; what holds for screens holds here.
                if (head.StartsWith("@media", StringComparison.OrdinalIgnoreCase) && !head.Contains("print", StringComparison.OrdinalIgnoreCase) && !head.Contains('('))
                {
                    Read(element, text[(open + 1)..close], note);
                }
                else if (!head.StartsWith("@font-face", StringComparison.OrdinalIgnoreCase))
                {
                    note(element, $"the style rule '{head}' is left out");
                }

                continue;
            }

            var declarations = Declarations(text[(open + 1)..close]).ToList();
            foreach (var selector in head.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
            {
                if (SvgSelector.Parse(selector) is not { } parsed || count >= MaxRules)
                {
                    note(element, $"the style rule '{selector}' is left out: its selector is not read");
                    continue;
                }

                if (!rules.TryGetValue(parsed.Key, out var list))
                {
                    rules[parsed.Key] = list = [];
                }

                list.Add(new Rule(parsed, count++, declarations));
            }
        }
    }

    /// <summary>The brace that closes the one at a place; the text's end when none does.</summary>
    private static int Closing(string text, int open)
    {
        for (var (at, depth) = (open, 0); at < text.Length; at++)
        {
            depth += text[at] switch { '{' => 1, '}' => -1, _ => 0 };
            if (depth == 0)
            {
                return at;
            }
        }

        return text.Length;
    }

    [GeneratedRegex(@"/\*.*?\*/|<!--|-->", RegexOptions.Singleline)]
    private static partial Regex Comment();
}
