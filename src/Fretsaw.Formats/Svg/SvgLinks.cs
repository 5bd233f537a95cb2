namespace Fretsaw.Formats.Svg;

/// <summary>References from one element of a file to another.</summary>
internal static class SvgLinks
{
    /// <returns>The id in "url(#id)"; null for a value without one.</returns>
    public static string? Named(string value)
    {
        var (open, close) = (value.IndexOf("url(", StringComparison.OrdinalIgnoreCase), value.IndexOf(')'));
        return open < 0 || close < open ? null : value[(open + 4)..close].Trim(' ', '\'', '"').TrimStart('#');
    }
}
