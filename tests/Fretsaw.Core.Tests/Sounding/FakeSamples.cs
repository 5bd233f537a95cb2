using Fretsaw.Core.Sounding;

namespace Fretsaw.Core.Tests.Sounding;

/// <summary>Samples by a formula.</summary>
internal sealed class FakeSamples(int rate, int channels, long length, Func<long, int, float> at) : ISamples
{
    public int Rate => rate;

    public int Channels => channels;

    public long Length => length;

    public void Read(long first, Span<float> into)
    {
        for (var i = 0; i < into.Length; i++)
        {
            var n = first + (i / channels);
            into[i] = n >= 0 && n < length ? at(n, i % channels) : 0;
        }
    }

    public void Dispose()
    {
    }
}
