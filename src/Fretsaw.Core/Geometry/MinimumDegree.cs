namespace Fretsaw.Core.Geometry;

/// <summary>
/// An elimination order with little fill: always the vertex with the fewest neighbours left (Tinney &amp; Walker 1967;
/// survey: George &amp; Liu, "The evolution of the minimum degree ordering algorithm", SIAM Review 31, 1989).
/// Ties go to the lower index, so the order is the same on every machine.
/// </summary>
internal static class MinimumDegree
{
    public static int[] Order(SymmetricBuilder matrix)
    {
        var n = matrix.Size;
        var neighbours = new int[n][];

        // What has changed since it was put in is put in again, and passed over when its old place comes.
        var queue = new PriorityQueue<int, long>(n);
        for (var v = 0; v < n; v++)
        {
            neighbours[v] = Without(matrix.Columns(v), v);
            queue.Enqueue(v, Key(v));
        }

        var order = new int[n];
        var done = new bool[n];
        var joined = new int[n];
        for (var step = 0; step < n; step++)
        {
            int eliminated;
            long key;
            do
            {
                queue.TryDequeue(out eliminated, out key);
            }
            while (done[eliminated] || key != Key(eliminated));

            (order[step], done[eliminated]) = (eliminated, true);

            // Eliminating a vertex joins all its neighbours with each other.
            foreach (var v in neighbours[eliminated])
            {
                var count = Join(neighbours[v], neighbours[eliminated], v, eliminated, joined);
                var changed = count != neighbours[v].Length;
                neighbours[v] = joined[..count];
                if (changed)
                {
                    queue.Enqueue(v, Key(v));
                }
            }
        }

        return order;

        long Key(int v) => ((long)neighbours[v].Length * n) + v;
    }

    private static int[] Without(ReadOnlySpan<int> columns, int v)
    {
        var at = columns.BinarySearch(v);
        return at < 0 ? columns.ToArray() : [.. columns[..at], .. columns[(at + 1)..]];
    }

    /// <summary>Two rising lists as one, without two of their members.</summary>
    /// <returns>How many there are.</returns>
    private static int Join(int[] a, int[] b, int without, int andWithout, int[] into)
    {
        var (count, i, j) = (0, 0, 0);
        while (i < a.Length || j < b.Length)
        {
            var next = j == b.Length || (i < a.Length && a[i] <= b[j]) ? a[i] : b[j];
            i += i < a.Length && a[i] == next ? 1 : 0;
            j += j < b.Length && b[j] == next ? 1 : 0;
            if (next != without && next != andWithout)
            {
                into[count++] = next;
            }
        }

        return count;
    }
}
