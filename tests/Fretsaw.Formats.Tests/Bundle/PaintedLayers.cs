using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Painting;

namespace Fretsaw.Formats.Tests;

/// <summary>What a draw list shows, whichever version wrote it: layers of items, each with its own numbers.</summary>
/// <param name="Place">Nine floats of the homography, opacity, sigma.</param>
internal sealed record PaintedLayer(float[] Place, List<PaintedItem> Items)
{
    /// <summary>Version 2: 'FSDL' 2 width height backdrop layerCount, layers of homography opacity sigma itemCount, items one after the other.</summary>
    public static List<PaintedLayer> OfVersion2(byte[] list)
    {
        var words = new Words2(list);
        Assert.Equal(2, words.Skip(1).Int());
        words.Skip(3);
        return [.. Enumerable.Range(0, words.Int()).Select(_ =>
        {
            var place = words.Floats(11);
            var items = new List<PaintedItem>();
            var into = items;
            for (var left = words.Int(); left > 0; left--)
            {
                var kind = words.Int();
                if (kind == 4)
                {
                    into = [];
                }
                else if (kind == 5)
                {
                    var matte = new PaintedItem(words.Int() == 1 ? 17 : 16, -1, [], []) { Cut = into, By = [] };
                    items.Add(matte);
                    into = matte.By;
                }
                else if (kind == 6)
                {
                    into = items;
                }
                else
                {
                    into.Add(words.Item(kind));
                }
            }

            return new PaintedLayer(place, items);
        })];
    }

    /// <summary>Version 3, pixel for pixel.</summary>
    public static List<PaintedLayer> OfVersion3(ReadOnlySpan<byte> list)
    {
        var words = new DrawListReader(list);
        var layers = new List<PaintedLayer>();
        while (words.At < words.Length)
        {
            var node = words.Node();
            var place = words.Place();
            float[] numbers = [.. Nine(place.ToParent), (float)place.Opacity, (float)place.Sigma];
            layers.Add(node.Kind == DrawList.SoftNode
                ? new PaintedLayer(numbers, [new PaintedItem(1, words.Int(), [1, 1, 0, 0, 1, 0, 0], [])])
                : new PaintedLayer(numbers, ItemsOf(ref words, node.End)));
            words.Pass(node);
        }

        return layers;
    }

    private static List<PaintedItem> ItemsOf(ref DrawListReader words, int end)
    {
        var items = new List<PaintedItem>();
        while (words.At < end)
        {
            var node = words.Node();
            if (node.Kind != DrawList.GroupNode)
            {
                items.Add(Item(ref words, node));
                continue;
            }

            Assert.Equal(Homography.Identity, words.Place().ToParent);
            var cut = new List<PaintedItem>();
            var kind = 0;
            while (words.At < node.End)
            {
                var child = words.Node();
                if (child.Kind == DrawList.GroupNode)
                {
                    kind = (int)words.Place().Blend;
                    items.Add(new PaintedItem(kind, -1, [], []) { Cut = cut, By = ItemsOf(ref words, child.End) });
                }
                else
                {
                    cut.Add(Item(ref words, child));
                }
            }
        }

        return items;
    }

    private static PaintedItem Item(ref DrawListReader words, in DrawNode node)
    {
        if (node.Kind == DrawList.MeshNode)
        {
            words.Grid();
        }

        var (drawing, opacity, m) = (words.Int(), words.Float(), words.Affine());

        return new PaintedItem(
            node.Kind - 2, drawing, [opacity, (float)m.A, (float)m.B, (float)m.C, (float)m.D, (float)m.E, (float)m.F],
            words.Words<int>((node.End - words.At) / 4).ToArray());
    }

    private static float[] Nine(in Homography m) => [(float)m.A, (float)m.B, (float)m.C, (float)m.D, (float)m.E, (float)m.F, (float)m.G, (float)m.H, (float)m.I];

    /// <summary>Where nothing of it is written in version 3 any more: that it lies outside the picture, with its softness.</summary>
    public bool IsOutside(PaintedItem item, Film film)
    {
        if (item.Cut is { } cut)
        {
            return cut.TrueForAll(one => IsOutside(one, film));
        }

        var p = Place;
        var toPicture = new Homography(p[0], p[1], p[2], p[3], p[4], p[5], p[6], p[7], p[8]) * new Affine(item.Numbers[1], item.Numbers[2], item.Numbers[3], item.Numbers[4], item.Numbers[5], item.Numbers[6]);
        var seen = item.Places(film).Select(toPicture.Map).ToList();
        var room = (3 * p[10]) + 4;
        return seen.Max(at => at.X) < -room + 2 || seen.Min(at => at.X) > film.Width + room - 2 || seen.Max(at => at.Y) < -room + 2 || seen.Min(at => at.Y) > film.Height + room - 2;
    }

    private sealed class Words2(byte[] list)
    {
        private int at;

        public Words2 Skip(int words)
        {
            at += 4 * words;
            return this;
        }

        public int Int()
        {
            var value = BitConverter.ToInt32(list, at);
            at += 4;
            return value;
        }

        public float[] Floats(int count) => [.. Enumerable.Range(0, count).Select(_ => BitConverter.Int32BitsToSingle(Int()))];

        public PaintedItem Item(int kind)
        {
            var (drawing, numbers) = (Int(), Floats(7));
            var begun = at;
            if (kind == 2)
            {
                var (vertices, indices) = (Int(), Int());
                Skip((4 * vertices) + indices);
            }
            else if (kind == 3)
            {
                for (var paths = Int(); paths > 0; paths--)
                {
                    Skip(2);
                    for (var lines = Int(); lines > 0; lines--)
                    {
                        Skip(1);
                        Skip(2 * Int());
                    }
                }
            }

            return new PaintedItem(kind, drawing, numbers, [.. Enumerable.Range(0, (at - begun) / 4).Select(i => BitConverter.ToInt32(list, begun + (4 * i)))]);
        }
    }
}

/// <param name="Kind">1 stiff, 2 mesh, 3 shapes; 16 and 17 for what a matte cuts, inside and outside.</param>
/// <param name="Numbers">Opacity and matrix.</param>
/// <param name="Rest">Words that follow.</param>
internal sealed record PaintedItem(int Kind, int Drawing, float[] Numbers, int[] Rest)
{
    public List<PaintedItem>? Cut { get; init; }

    public List<PaintedItem>? By { get; init; }

    /// <summary>The very same, but for what of a matte lies where there is nothing to cut.</summary>
    public bool IsSameAs(PaintedItem other) =>
        Kind == other.Kind && Drawing == other.Drawing && Numbers.SequenceEqual(other.Numbers) && Rest.SequenceEqual(other.Rest)
        && (Cut is null || (Cut.Zip(other.Cut!).All(pair => pair.First.IsSameAs(pair.Second)) && By!.TrueForAll(one => other.By!.Exists(one.IsSameAs))));

    /// <summary>The same, painted up to so far off.</summary>
    public bool IsNear(PaintedItem other, float pixels) =>
        Kind == other.Kind && Drawing == other.Drawing && Numbers.Zip(other.Numbers).All(pair => Math.Abs(pair.First - pair.Second) <= pixels) && Rest.SequenceEqual(other.Rest);

    /// <summary>Places round everything of it.</summary>
    public IEnumerable<Point> Places(Film film)
    {
        var bounds = film.Drawings[Drawing].Bounds;
        if (Kind == 1)
        {
            return [new Point(bounds.X, bounds.Y), new Point(bounds.Right, bounds.Y), new Point(bounds.X, bounds.Bottom), new Point(bounds.Right, bounds.Bottom)];
        }

        if (Kind == 2)
        {
            return Pairs(2, Rest[0]);
        }

        var (at, places) = (1, new List<Point>());
        for (var paths = Rest[0]; paths > 0; paths--)
        {
            var lines = Rest[at + 2];
            for (at += 3; lines > 0; lines--)
            {
                places.AddRange(Pairs(at + 2, Rest[at + 1]));
                at += 2 + (2 * Rest[at + 1]);
            }
        }

        return places;
    }

    private IEnumerable<Point> Pairs(int from, int count) => Enumerable.Range(0, count).Select(i =>
        new Point(BitConverter.Int32BitsToSingle(Rest[from + (2 * i)]), BitConverter.Int32BitsToSingle(Rest[from + (2 * i) + 1])));
}
