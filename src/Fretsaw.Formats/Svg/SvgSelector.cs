using System.Text.RegularExpressions;
using System.Xml.Linq;

namespace Fretsaw.Formats.Svg;

/// <summary>
/// A style rule's selector (Selectors 4 §3): elements, classes, ids and attributes, each of another (a blank) or directly of it (&gt;).
/// </summary>
internal sealed partial class SvgSelector
{
    private const int MostSteps = 16;

    // The element itself first, then what it has to stand in.
    private readonly List<(Compound Compound, bool Directly)> steps;

    private SvgSelector(List<(Compound Compound, bool Directly)> steps) => this.steps = steps;

    private sealed record Compound(string Element, string[] Ids, string[] Classes, (string Name, string? Value)[] Attributes)
    {
        public bool Matches(XElement element) =>
            (Element is "" or "*" || Element == element.Name.LocalName)
            && Ids.All(id => element.Attribute("id")?.Value == id)
            && (Classes.Length == 0 || Classes.All((element.Attribute("class")?.Value ?? "").Split([' ', '\t', '\n', '\r'], StringSplitOptions.RemoveEmptyEntries).Contains))
            && Attributes.All(asked => element.Attribute(asked.Name) is { } has && (asked.Value is null || asked.Value == has.Value));
    }

    /// <summary>What to look it up by: "#id", ".class", the element's name or "*".</summary>
    public string Key => steps[0].Compound switch
    {
        { Ids: [var id, ..] } => "#" + id,
        { Classes: [var name, ..] } => "." + name,
        { Element: "" } => "*",
        { Element: var element } => element,
    };

    /// <summary>Selectors 4 §17: ids count over classes and attributes, those over elements.</summary>
    public int Specificity => steps.Sum(step =>
        (step.Compound.Ids.Length << 16) + ((step.Compound.Classes.Length + step.Compound.Attributes.Length) << 8) + (step.Compound.Element is "" or "*" ? 0 : 1));

    /// <returns>Null when it holds more than is read here.</returns>
    public static SvgSelector? Parse(string text)
    {
        var steps = new List<(Compound Compound, bool Directly)>();
        var directly = false;
        foreach (var piece in Child().Replace(text, " > ").Split([' ', '\t', '\n', '\r'], StringSplitOptions.RemoveEmptyEntries))
        {
            if (piece == ">")
            {
                directly = true;
                continue;
            }

            var match = Simple().Match(piece);
            if (!match.Success || steps.Count >= MostSteps)
            {
                return null;
            }

            steps.Add((new Compound(
                match.Groups["element"].Value,
                [.. match.Groups["id"].Captures.Select(id => id.Value)],
                [.. match.Groups["class"].Captures.Select(name => name.Value)],
                [.. match.Groups["attribute"].Captures.Select(Attribute)]), directly));
            directly = false;
        }

        steps.Reverse();
        return steps.Count == 0 ? null : new SvgSelector(steps);
    }

    public bool Matches(XElement element) => steps[0].Compound.Matches(element) && Stands(element, 1);

    private bool Stands(XElement element, int step)
    {
        if (step == steps.Count)
        {
            return true;
        }

        for (var at = element.Parent; at is not null; at = at.Parent)
        {
            if (steps[step].Compound.Matches(at) && Stands(at, step + 1))
            {
                return true;
            }

            if (steps[step - 1].Directly)
            {
                return false;
            }
        }

        return false;
    }

    private static (string Name, string? Value) Attribute(Capture text)
    {
        var equals = text.Value.IndexOf('=');
        return equals < 0 ? (text.Value.Trim(), null) : (text.Value[..equals].Trim(), text.Value[(equals + 1)..].Trim(' ', '"', '\''));
    }

    [GeneratedRegex(@"\s*>\s*")]
    private static partial Regex Child();

    [GeneratedRegex(@"^(?<element>\*|[\p{L}_][\w-]*)?(?:#(?<id>[\w-]+)|\.(?<class>[\w-]+)|\[(?<attribute>[^\]~|^$*]+)\])*$")]
    private static partial Regex Simple();
}
