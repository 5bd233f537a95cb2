using Fretsaw.Core.Sounding;
using Fretsaw.Print.Sound;

namespace Fretsaw.Print;

/// <summary>Takes painted frames in order and makes a file of them. Disposed without <see cref="Finish"/>, it leaves nothing behind.</summary>
public interface IFrameSink : IAsyncDisposable
{
    /// <param name="frame">1-based number in the shot.</param>
    /// <param name="pixels">RGBA with straight alpha for PNG, the planes of Y′CbCr 4:2:0 for video; only valid during the call.</param>
    ValueTask Write(int frame, ReadOnlyMemory<byte> pixels, CancellationToken cancel);

    /// <summary>Everything is written; the file takes its place.</summary>
    ValueTask Finish(CancellationToken cancel);
}

public static class FrameSinks
{
    /// <summary>Where the sound of pictures lies, beside them.</summary>
    internal const string SoundName = "sound.wav";

    /// <param name="path">For PNG a folder, or a zip when it ends in .zip.</param>
    /// <param name="sounds">Gives the samples of the film's sounds; they are closed with the sink.</param>
    public static IFrameSink For(PrintOrder order, string path, Func<Core.Films.Sound, ISamples> sounds)
    {
        var heard = SoundMix.IsHeard(order.Shot, order.From, order.To) ? new PrintSound(order, sounds) : null;
        return order.Format switch
        {
            PrintFormat.Png when path.EndsWith(".zip", StringComparison.OrdinalIgnoreCase) => new PngZip(order, path, heard),
            PrintFormat.Png => new PngFolder(order, path, heard),
            _ => new VideoFile(order, path, heard),
        };
    }
}
