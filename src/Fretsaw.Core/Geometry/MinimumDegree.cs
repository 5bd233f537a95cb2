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
        var neighbours = new HashSet<int>[matrix.Size];
        var queue = new SortedSet<(int Degree, int Vertex)>();
        for (var v = 0; v < matrix.Size; v++)
        {
            neighbours[v] = [.. matrix.Row(v).Keys];
            neighbours[v].Remove(v);
            queue.Add((neighbours[v].Count, v));
        }

        var order = new int[matrix.Size];
        for (var step = 0; step < order.Length; step++)
        {
            var (_, eliminated) = queue.Min;
            queue.Remove(queue.Min);
            order[step] = eliminated;

            // Eliminating a vertex joins all its neighbours with each other.
            foreach (var v in neighbours[eliminated])
            {
                queue.Remove((neighbours[v].Count, v));
                neighbours[v].UnionWith(neighbours[eliminated]);
                neighbours[v].Remove(v);
                neighbours[v].Remove(eliminated);
                queue.Add((neighbours[v].Count, v));
            }
        }

        return order;
    }
}
