using System.Xml.Linq;

namespace Fretsaw.Formats.Svg.Painted;

/// <summary>A transfer function of feComponentTransfer as a table of bytes (Filter Effects Module Level 1 §9.7).</summary>
internal static class SvgTransfer
{
    /// <param name="function">Null for a channel that stays as it is.</param>
    public static byte[] Table(XElement? function)
    {
        var values = SvgNumbers.List(function?.Attribute("tableValues")?.Value ?? "");
        Func<double, double> of = function?.Attribute("type")?.Value switch
        {
            "table" when values.Count > 0 => c => Between(values, c),
            "discrete" when values.Count > 0 => c => values[Math.Min((int)(c * values.Count), values.Count - 1)],
            "linear" => c => (Number("slope", 1) * c) + Number("intercept", 0),
            "gamma" => c => (Number("amplitude", 1) * Math.Pow(c, Number("exponent", 1))) + Number("offset", 0),
            _ => c => c,
        };
        var table = new byte[256];
        for (var i = 0; i < table.Length; i++)
        {
            var value = of(i / 255.0);
            table[i] = (byte)Math.Round(255 * Math.Clamp(double.IsFinite(value) ? value : 0, 0, 1));
        }

        return table;

        double Number(string name, double otherwise) => SvgNumbers.Length(function?.Attribute(name)?.Value) ?? otherwise;
    }

    private static double Between(List<double> values, double c)
    {
        var at = c * (values.Count - 1);
        var k = Math.Min((int)at, values.Count - 1);
        var next = Math.Min(k + 1, values.Count - 1);
        return values[k] + ((at - k) * (values[next] - values[k]));
    }
}
