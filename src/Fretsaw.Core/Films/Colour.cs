using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace Fretsaw.Core.Films;

/// <summary>An sRGB colour with straight alpha, eight bits a channel (IEC 61966-2-1). Written "#rrggbb" or "#rrggbbaa".</summary>
[JsonConverter(typeof(ColourConverter))]
public readonly record struct Colour(byte R, byte G, byte B, byte A = 255)
{
    public static readonly Colour Black = new(0, 0, 0);

    /// <summary>0xAARRGGBB, the order both painters take.</summary>
    public uint Argb => ((uint)A << 24) | ((uint)R << 16) | ((uint)G << 8) | B;

    public static bool TryParse(string? text, out Colour colour)
    {
        colour = default;
        if (text is null || text.Length is not (7 or 9) || text[0] != '#'
            || !uint.TryParse(text.AsSpan(1), NumberStyles.AllowHexSpecifier, CultureInfo.InvariantCulture, out var bits))
        {
            return false;
        }

        if (text.Length == 7)
        {
            bits = (bits << 8) | 0xFF;
        }

        colour = new Colour((byte)(bits >> 24), (byte)(bits >> 16), (byte)(bits >> 8), (byte)bits);
        return true;
    }

    public override string ToString() => A == 255 ? $"#{R:x2}{G:x2}{B:x2}" : $"#{R:x2}{G:x2}{B:x2}{A:x2}";
}

internal sealed class ColourConverter : JsonConverter<Colour>
{
    public override Colour Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.String && Colour.TryParse(reader.GetString(), out var colour)
            ? colour
            : throw new JsonException("A colour is written \"#rrggbb\" or \"#rrggbbaa\".");

    public override void Write(Utf8JsonWriter writer, Colour value, JsonSerializerOptions options) =>
        writer.WriteStringValue(value.ToString());
}
