using System.Collections.Immutable;

namespace Fretsaw.Server;

/// <summary>Where things are on this machine.</summary>
/// <param name="Data">The database and finished prints.</param>
/// <param name="Web">The built web application; null when only the API is wanted.</param>
/// <param name="Engine">The published browser host of the core.</param>
/// <param name="Demo">Make sure that the demo film is there.</param>
/// <param name="Hosts">Names besides loopback that the server may be called by; empty for none.</param>
/// <param name="MostPages">How far the database may grow, in pages of 4 KB; null for as far as there is room.</param>
public sealed record Places(string Data, string? Web, string? Engine, bool Demo, ImmutableArray<string> Hosts, long? MostPages)
{
    public static Places From(IConfiguration configuration) => new(
        configuration["Fretsaw:Data"] ?? Path.Combine(Directory.GetCurrentDirectory(), ".fretsaw", "data"),
        configuration["Fretsaw:Web"],
        configuration["Fretsaw:Engine"],
        configuration.GetValue("Fretsaw:Demo", false),
        [.. (configuration["Fretsaw:Hosts"] ?? "").Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)],
        configuration.GetValue<long?>("Fretsaw:MostPages"));

    public string Prints => Path.Combine(Data, "prints");

    public string PrintFile(string id, string format) => Path.Combine(Prints, $"{id}.{(format == "png" ? "zip" : format)}");
}

/// <summary>How large a request may be.</summary>
public static class Limits
{
    public const long JsonBytes = 16 * 1024 * 1024;

    public const long UploadBytes = 96 * 1024 * 1024;

    /// <summary>Of a recording, and of a film with its recordings: ten minutes of stereo are some 115 MB.</summary>
    public const long SoundBytes = 384 * 1024 * 1024;
}
