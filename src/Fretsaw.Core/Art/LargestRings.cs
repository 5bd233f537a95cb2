using System.Collections.Immutable;

namespace Fretsaw.Core.Art;

/// <summary>The largest of more rings than could be kept, of those as large the first.</summary>
internal sealed class LargestRings(int most)
{
    private readonly List<(ImmutableArray<double> Ring, double Area)> kept = [];

    /// <summary>As large as this is not large enough any more, px².</summary>
    private double floor = -1;

    public bool IsEmpty => kept.Count == 0;

    /// <param name="ring">Copied where it is kept.</param>
    public void Add(List<double> ring, double area)
    {
        if (area <= floor)
        {
            return;
        }

        kept.Add(([.. ring], area));
        if (kept.Count >= 4 * most)
        {
            Shrink();
            floor = kept[^1].Area;
        }
    }

    public ImmutableArray<ImmutableArray<double>> All()
    {
        if (kept.Count > most)
        {
            Shrink();
        }

        return [.. kept.Select(one => one.Ring)];
    }

    private void Shrink()
    {
        List<(ImmutableArray<double> Ring, double Area)> largest = [.. kept.OrderByDescending(one => one.Area).Take(most)];
        kept.Clear();
        kept.AddRange(largest);
    }
}
