using System.Buffers.Binary;
using System.Text;

namespace Fretsaw.Print.Sound;

/// <summary>PCM in a RIFF WAVE file (Microsoft and IBM, "Multimedia Programming Interface and Data Specifications 1.0"), written as it comes.</summary>
public sealed class WavWriter
{
    private const int HeaderBytes = 44;

    private readonly Stream stream;
    private readonly int bits;
    private readonly bool isOdd;
    private readonly byte[] buffer = new byte[3 * 8192];

    /// <param name="samples">Of each channel; so many have to be written.</param>
    /// <param name="bits">16 or 24.</param>
    public WavWriter(Stream stream, int rate, int channels, int bits, long samples)
    {
        (this.stream, this.bits) = (stream, bits);
        var (block, data) = (channels * bits / 8, samples * channels * bits / 8);
        Span<byte> header = stackalloc byte[HeaderBytes];
        Encoding.ASCII.GetBytes("RIFF", header);
        BinaryPrimitives.WriteUInt32LittleEndian(header[4..], (uint)(HeaderBytes - 8 + data + (data & 1)));
        Encoding.ASCII.GetBytes("WAVEfmt ", header[8..]);
        BinaryPrimitives.WriteUInt32LittleEndian(header[16..], 16);
        BinaryPrimitives.WriteUInt16LittleEndian(header[20..], 1);
        BinaryPrimitives.WriteUInt16LittleEndian(header[22..], (ushort)channels);
        BinaryPrimitives.WriteUInt32LittleEndian(header[24..], (uint)rate);
        BinaryPrimitives.WriteUInt32LittleEndian(header[28..], (uint)(rate * block));
        BinaryPrimitives.WriteUInt16LittleEndian(header[32..], (ushort)block);
        BinaryPrimitives.WriteUInt16LittleEndian(header[34..], (ushort)bits);
        Encoding.ASCII.GetBytes("data", header[36..]);
        BinaryPrimitives.WriteUInt32LittleEndian(header[40..], (uint)data);
        stream.Write(header);
        isOdd = (data & 1) == 1;
    }

    /// <param name="samples">Channel by channel, full scale is [−1, 1].</param>
    public void Write(ReadOnlySpan<float> samples)
    {
        var at = 0;
        foreach (var sample in samples)
        {
            if (bits == 16)
            {
                BinaryPrimitives.WriteInt16LittleEndian(buffer.AsSpan(at), (short)Math.Clamp(Math.Round(sample * 32768.0), short.MinValue, short.MaxValue));
            }
            else
            {
                var whole = (int)Math.Clamp(Math.Round(sample * 8388608.0), -8388608, 8388607);
                (buffer[at], buffer[at + 1], buffer[at + 2]) = ((byte)whole, (byte)(whole >> 8), (byte)(whole >> 16));
            }

            at += bits / 8;
            if (at + 3 > buffer.Length)
            {
                stream.Write(buffer, 0, at);
                at = 0;
            }
        }

        stream.Write(buffer, 0, at);
    }

    /// <summary>A chunk is an even number of bytes.</summary>
    public void Finish()
    {
        if (isOdd)
        {
            stream.WriteByte(0);
        }
    }
}
