namespace Fretsaw.Core.Sounding;

/// <summary>The samples of a recording, wherever they are kept. Used by one thread at a time.</summary>
public interface ISamples : IDisposable
{
    /// <summary>Samples a second.</summary>
    int Rate { get; }

    /// <summary>1 or 2.</summary>
    int Channels { get; }

    /// <summary>Of each channel.</summary>
    long Length { get; }

    /// <param name="first">Of the first sample that is wanted; what lies before the start or past the end is silence.</param>
    /// <param name="into">Channel by channel for each sample, full scale is [−1, 1]; all of it is written.</param>
    void Read(long first, Span<float> into);
}
