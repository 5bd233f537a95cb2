using System.Globalization;
using System.Text.RegularExpressions;

namespace Fretsaw.Server.Art;

/// <summary>The names of a numbered sequence in the order of their numbers: walk 2 before walk 10.</summary>
internal sealed partial class NumberedNames : IComparer<string>
{
    public static readonly NumberedNames One = new();

    public int Compare(string? x, string? y)
    {
        var (a, b) = (Pieces().Matches(x ?? ""), Pieces().Matches(y ?? ""));
        for (var i = 0; i < Math.Min(a.Count, b.Count); i++)
        {
            var order = char.IsAsciiDigit(a[i].Value[0]) && char.IsAsciiDigit(b[i].Value[0])
                ? Number(a[i].Value).CompareTo(Number(b[i].Value))
                : string.Compare(a[i].Value, b[i].Value, StringComparison.OrdinalIgnoreCase);
            if (order != 0)
            {
                return order;
            }
        }

        return a.Count != b.Count ? a.Count.CompareTo(b.Count) : string.CompareOrdinal(x, y);
    }

    /// <summary>What a sequence is called: the name of one of its files without its number and ending.</summary>
    public static string Stem(string file)
    {
        var name = Path.GetFileNameWithoutExtension(file);
        var stem = Tail().Replace(name, "");
        return stem.Length > 0 ? stem : name;
    }

    private static double Number(string digits) => double.Parse(digits, CultureInfo.InvariantCulture);

    [GeneratedRegex("[0-9]+|[^0-9]+")]
    private static partial Regex Pieces();

    [GeneratedRegex(@"[\s._-]*[0-9]+$")]
    private static partial Regex Tail();
}
