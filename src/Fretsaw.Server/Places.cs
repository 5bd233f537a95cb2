namespace Fretsaw.Server;

/// <summary>Where things are on this machine.</summary>
/// <param name="Data">The database and finished prints.</param>
/// <param name="Web">The built web application; null when only the API is wanted.</param>
/// <param name="Engine">The published browser host of the core.</param>
/// <param name="Demo">Make sure that the demo film is there.</param>
public sealed record Places(string Data, string? Web, string? Engine, bool Demo)
{
    public static Places From(IConfiguration configuration) => new(
        configuration["Fretsaw:Data"] ?? Path.Combine(Directory.GetCurrentDirectory(), ".fretsaw", "data"),
        configuration["Fretsaw:Web"],
        configuration["Fretsaw:Engine"],
        configuration.GetValue("Fretsaw:Demo", false));

    public string PrintFile(string id, string format) => Path.Combine(Data, "prints", $"{id}.{(format == "png" ? "zip" : format)}");
}

/// <summary>How large a request may be.</summary>
public static class Limits
{
    public const long JsonBytes = 16 * 1024 * 1024;

    public const long UploadBytes = 96 * 1024 * 1024;
}
