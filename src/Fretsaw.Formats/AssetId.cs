using System.Security.Cryptography;

namespace Fretsaw.Formats;

/// <summary>What a picture or recording beside a film is called: by its bytes.</summary>
public static class AssetId
{
    /// <returns>SHA-256 in lower-case hexadecimal.</returns>
    public static string Of(ReadOnlySpan<byte> bytes) => Convert.ToHexStringLower(SHA256.HashData(bytes));

    /// <summary>From where the stream stands to its end.</summary>
    public static string Of(Stream bytes) => Convert.ToHexStringLower(SHA256.HashData(bytes));
}
