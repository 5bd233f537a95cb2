namespace Fretsaw.Store;

/// <summary>Holds the folder of the data for one server alone, until it ends in whatever way: the system lets go of the lock.</summary>
public sealed class DataFolder : IDisposable
{
    private readonly FileStream held;

    /// <exception cref="InvalidOperationException">Another server has the folder.</exception>
    public DataFolder(string folder)
    {
        Directory.CreateDirectory(folder);
        try
        {
            held = new FileStream(Path.Combine(folder, "in-use"), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
        }
        catch (IOException problem) when (!DiskFull.Is(problem))
        {
            throw new InvalidOperationException($"Another Fretsaw works with {folder}. Stop it first, or use another folder.", problem);
        }
    }

    public void Dispose() => held.Dispose();
}
