using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;
using Fretsaw.Print.Sheets;

namespace Fretsaw.Print;

/// <summary>What a softened board shows: the same key in the same place, the same pixels.</summary>
internal readonly record struct BoardKey(ulong Content, Homography ToPainted, PixelBox Box, int Step, float Rest);

/// <summary>
/// Softened boards of groups that are the same as in the frame before: a held puppet out of focus is painted and softened once. What
/// was there in two frames running is kept for the third, so that what moves all the time costs no memory.
/// </summary>
internal sealed class KeptBoards : IDisposable
{
    /// <summary>What they may take together; a softened board of a whole frame at 1920 × 1080 takes 17 MB.</summary>
    private const long MostBytes = 64L * 1024 * 1024;

    private readonly Dictionary<BoardKey, SoftSheet> kept = [];
    private readonly List<BoardKey> gone = [];
    private HashSet<BoardKey> last = [];
    private HashSet<BoardKey> now = [];

    public long Bytes => kept.Values.Sum(board => board.Bytes);

    /// <returns>Null when it has to be painted.</returns>
    public SoftSheet? Find(in BoardKey key)
    {
        now.Add(key);
        return kept.GetValueOrDefault(key);
    }

    /// <returns>Whether the board is kept, and no longer its painter's.</returns>
    public bool Keep(in BoardKey key, SoftSheet board) => last.Contains(key) && Bytes + board.Bytes <= MostBytes && kept.TryAdd(key, board);

    /// <summary>What this frame did not show is free for other boards.</summary>
    public void EndFrame(Stack<SoftSheet> free)
    {
        gone.Clear();
        foreach (var key in kept.Keys)
        {
            if (!now.Contains(key))
            {
                gone.Add(key);
            }
        }

        foreach (var key in gone)
        {
            kept.Remove(key, out var board);
            free.Push(board!);
        }

        (last, now) = (now, last);
        now.Clear();
    }

    public void Dispose()
    {
        foreach (var board in kept.Values)
        {
            board.Dispose();
        }
    }
}
