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
    /// <param name="path">For PNG a folder, or a zip when it ends in .zip.</param>
    public static IFrameSink For(PrintOrder order, string path) => order.Format switch
    {
        PrintFormat.Png when path.EndsWith(".zip", StringComparison.OrdinalIgnoreCase) => new PngZip(order, path),
        PrintFormat.Png => new PngFolder(order, path),
        _ => new VideoFile(order, path),
    };
}
