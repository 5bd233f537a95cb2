using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Edits;

/// <summary>
/// Keys that show what was seen before at every frame. A few keys are tried, with the gaps that they would have; where what lies
/// between two of them comes out otherwise, every frame between them is keyed.
/// </summary>
internal static class SameFrames
{
    /// <summary>What counts as the same, in the value's unit.</summary>
    private const double Close = 1e-6;

    /// <param name="empty">A track of the right kind and address.</param>
    /// <param name="tried">Keys with gaps of their own; their values do not count. Each frame once, within first to last.</param>
    /// <param name="first">The first frame that is compared.</param>
    /// <param name="seen">The value that is wanted.</param>
    /// <param name="shows">From keys to what they show at a frame.</param>
    public static Track Fit(Track empty, IEnumerable<Key> tried, int first, int last, SeenValue seen, Func<Track, Func<double, Place>> shows) =>
        Fit(empty, tried, first, last, seen.At, seen.Holding, shows);

    /// <param name="seen">The value that is wanted at a frame.</param>
    /// <param name="holding">The key at its frame with what it must hold.</param>
    public static Track Fit(Track empty, IEnumerable<Key> tried, int first, int last, Func<int, Place> seen, Func<Key, Key> holding, Func<Track, Func<double, Place>> shows)
    {
        var keys = new SortedDictionary<int, Key>(tried.ToDictionary(key => key.Frame, holding));
        for (var rounds = first; rounds <= last; rounds++)
        {
            var shown = shows(empty.WithKeys(keys.Values));
            var off = Enumerable.Range(first, last - first + 1).Where(frame => !Same(shown(frame), seen(frame))).ToList();
            if (off.Count == 0 || !Fill(keys, off, frame => holding(Tracks.KeyFor(empty, frame, Gap.Even))))
            {
                break;
            }
        }

        return empty.WithKeys(keys.Values);
    }

    /// <summary>Keys each frame of every stretch between two keys in which one is off.</summary>
    /// <returns>False when every one of them is keyed already.</returns>
    private static bool Fill(SortedDictionary<int, Key> keys, List<int> off, Func<int, Key> keyAt)
    {
        var frames = keys.Keys.ToList();
        var added = false;
        foreach (var frame in off.Where(frame => !keys.ContainsKey(frame)))
        {
            var next = frames.FindIndex(at => at > frame);
            var (from, to) = (next < 0 ? frame - 1 : next == 0 ? frame - 1 : frames[next - 1], next <= 0 ? frame + 1 : frames[next]);
            for (var at = from + 1; at < to; at++)
            {
                keys[at] = keyAt(at);
                added = true;
            }

            if (keys.TryGetValue(from, out var start) && start is not ChoiceKey)
            {
                keys[from] = start is PlaceKey place ? place with { Gap = Gap.Even, Out = default } : start with { Gap = Gap.Even };
            }

            if (keys.TryGetValue(to, out var end) && end is PlaceKey bent)
            {
                keys[to] = bent with { In = default };
            }
        }

        return added;
    }

    private static bool Same(Place a, Place b) => Math.Abs(a.X - b.X) < Close && Math.Abs(a.Y - b.Y) < Close && Math.Abs(a.Z - b.Z) < Close;
}
