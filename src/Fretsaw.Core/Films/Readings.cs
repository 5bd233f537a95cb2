using System.Buffers.Text;

namespace Fretsaw.Core.Films;

/// <summary>Loudness over time, in the bytes that a <see cref="Sound"/> keeps.</summary>
public static class Readings
{
    /// <param name="db">Below full scale as negative numbers.</param>
    public static string Write(IEnumerable<double> db) =>
        Convert.ToBase64String([.. db.Select(one => (byte)Math.Round(Math.Clamp(-one / Sound.QuietestDb, 0, 1) * 255))]);

    /// <returns>dB, full scale is 0.</returns>
    public static double[] Of(Sound sound) => [.. Convert.FromBase64String(sound.Loudness).Select(one => -one * Sound.QuietestDb / 255)];

    internal static bool AreReadings(string text) => Base64.IsValid(text);
}
