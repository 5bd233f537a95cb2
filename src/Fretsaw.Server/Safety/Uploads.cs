namespace Fretsaw.Server.Safety;

/// <summary>Files that were sent.</summary>
internal static class Uploads
{
    public static async Task<byte[]> Bytes(this IFormFile file, CancellationToken cancel)
    {
        var bytes = new byte[file.Length];
        await using var stream = file.OpenReadStream();
        await stream.ReadExactlyAsync(bytes, cancel);
        return bytes;
    }

    /// <summary>A file's name is shown and never used as a path.</summary>
    /// <param name="otherwise">For one that has no usable name.</param>
    public static string SafeName(this IFormFile file, string otherwise = "drawing.svg")
    {
        var name = Path.GetFileName(file.FileName.Replace('\\', '/'));
        return name.Length is > 0 and < 200 ? name : otherwise;
    }
}
