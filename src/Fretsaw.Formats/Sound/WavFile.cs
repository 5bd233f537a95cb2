using System.Buffers.Binary;
using System.Runtime.InteropServices;
using System.Text;
using Fretsaw.Core.Films;
using Fretsaw.Core.Sounding;

namespace Fretsaw.Formats.Sound;

/// <summary>
/// The samples of a RIFF WAVE file: PCM of 8, 16, 24 and 32 bits and IEEE floats of 32 and 64, by themselves or as an extensible format
/// (Microsoft, "Multiple Channel Audio Data and WAVE Files"). Sizes that the file claims are not believed: what is there is read.
/// </summary>
public sealed class WavFile : ISamples
{
    private const int Pcm = 1;
    private const int Float = 3;
    private const int Extensible = 0xFFFE;

    private readonly Stream stream;
    private readonly long dataAt;
    private readonly int bits;
    private readonly bool isFloat;
    private byte[] buffer = [];

    private WavFile(Stream stream, int rate, int channels, int bits, bool isFloat, long dataAt, long length) =>
        (this.stream, Rate, Channels, this.bits, this.isFloat, this.dataAt, Length) = (stream, rate, channels, bits, isFloat, dataAt, length);

    public int Rate { get; }

    public int Channels { get; }

    public long Length { get; }

    private int BlockBytes => Channels * bits / 8;

    /// <summary>Whether bytes begin as a WAV file does.</summary>
    public static bool LooksLikeWav(ReadOnlySpan<byte> bytes) => bytes.Length >= 12 && bytes[..4].SequenceEqual("RIFF"u8) && bytes[8..12].SequenceEqual("WAVE"u8);

    public static async Task<bool> LooksLikeWav(Stream stream, CancellationToken cancel)
    {
        var head = new byte[12];
        stream.Position = 0;
        var read = await stream.ReadAtLeastAsync(head, head.Length, throwOnEndOfStream: false, cancel);
        stream.Position = 0;
        return LooksLikeWav(head.AsSpan(0, read));
    }

    /// <param name="stream">That can be sought in; it is this file's from here on.</param>
    /// <returns>Null for a kind of WAV file that is not read here, such as one of six channels or of packed samples.</returns>
    /// <exception cref="FilmException">It is no WAV file, or has nothing in it.</exception>
    public static WavFile? Open(Stream stream, string file)
    {
        Span<byte> head = stackalloc byte[12];
        stream.Position = 0;
        FilmException.ThrowIf(stream.ReadAtLeast(head, 12, throwOnEndOfStream: false) < 12 || !LooksLikeWav(head), file, "is no WAV file", "import a recording");
        (int Kind, int Channels, int Rate, int Bits)? format = null;
        while (stream.ReadAtLeast(head[..8], 8, throwOnEndOfStream: false) == 8)
        {
            var (name, size, at) = (Encoding.ASCII.GetString(head[..4]), BinaryPrimitives.ReadUInt32LittleEndian(head[4..]), stream.Position);
            if (name == "fmt ")
            {
                format = Format(stream, size, file);
            }
            else if (name == "data")
            {
                var (kind, channels, rate, bits) = format ?? throw new FilmException(file, "has samples before it says what they are", "save it again as WAV");
                if (!(kind == Pcm ? bits is 8 or 16 or 24 or 32 : kind == Float && bits is 32 or 64) || channels is not (1 or 2) || rate is < 1000 or > 768_000)
                {
                    return null;
                }

                var length = Math.Min(size, stream.Length - at) / (channels * bits / 8);
                FilmException.ThrowIf(length == 0, file, "has no samples in it", "import one that has some");
                return new WavFile(stream, rate, channels, bits, kind == Float, at, length);
            }

            stream.Position = Math.Min(at + size + (size & 1), stream.Length);
        }

        throw new FilmException(file, "has no samples in it", "import one that has some");
    }

    /// <summary>The recording of one of a film's sounds.</summary>
    /// <exception cref="FilmException">It is none that came in through this program.</exception>
    public static WavFile Of(Core.Films.Sound sound, Stream stream) =>
        Open(stream, sound.Name) ?? throw new FilmException($"sound '{sound.Name}'", "is of a kind that cannot be read", "import it again");

    private static (int Kind, int Channels, int Rate, int Bits) Format(Stream stream, uint size, string file)
    {
        Span<byte> chunk = stackalloc byte[40];
        var read = stream.ReadAtLeast(chunk[..(int)Math.Min(size, 40)], (int)Math.Min(size, 40), throwOnEndOfStream: false);
        FilmException.ThrowIf(read < 16, file, "does not say what its samples are", "save it again as WAV");
        var kind = BinaryPrimitives.ReadUInt16LittleEndian(chunk);

        // Of an extensible format the first two bytes of its identifier are the kind of old.
        return (
            kind == Extensible && read >= 26 ? BinaryPrimitives.ReadUInt16LittleEndian(chunk[24..]) : kind,
            BinaryPrimitives.ReadUInt16LittleEndian(chunk[2..]), (int)Math.Min(int.MaxValue, BinaryPrimitives.ReadUInt32LittleEndian(chunk[4..])), BinaryPrimitives.ReadUInt16LittleEndian(chunk[14..]));
    }

    public void Read(long first, Span<float> into)
    {
        into.Clear();
        var count = into.Length / Channels;
        var (from, to) = (Math.Max(0, first), Math.Min(Length, first + count));
        if (from >= to)
        {
            return;
        }

        var bytes = (int)((to - from) * BlockBytes);
        buffer = buffer.Length < bytes ? new byte[bytes] : buffer;
        stream.Position = dataAt + (from * BlockBytes);
        var read = stream.ReadAtLeast(buffer.AsSpan(0, bytes), bytes, throwOnEndOfStream: false);
        Convert(buffer.AsSpan(0, read - (read % BlockBytes)), into[(int)((from - first) * Channels)..]);
    }

    private void Convert(ReadOnlySpan<byte> raw, Span<float> into)
    {
        if (bits == 16 && BitConverter.IsLittleEndian)
        {
            // What nearly all recordings are, as fast as they are read.
            var samples = MemoryMarshal.Cast<byte, short>(raw);
            for (var i = 0; i < samples.Length; i++)
            {
                into[i] = samples[i] / 32768f;
            }

            return;
        }

        var size = bits / 8;
        for (int at = 0, i = 0; at < raw.Length; at += size, i++)
        {
            var sample = raw[at..];
            into[i] = (bits, isFloat) switch
            {
                (8, _) => (sample[0] - 128) / 128f,
                (16, _) => BinaryPrimitives.ReadInt16LittleEndian(sample) / 32768f,
                (24, _) => (sample[0] | (sample[1] << 8) | ((sbyte)sample[2] << 16)) / 8388608f,
                (32, false) => BinaryPrimitives.ReadInt32LittleEndian(sample) / 2147483648f,
                (32, true) => Finite(BinaryPrimitives.ReadSingleLittleEndian(sample)),
                _ => Finite((float)BinaryPrimitives.ReadDoubleLittleEndian(sample)),
            };
        }
    }

    private static float Finite(float sample) => float.IsFinite(sample) ? Math.Clamp(sample, -16, 16) : 0;

    public void Dispose() => stream.Dispose();
}
