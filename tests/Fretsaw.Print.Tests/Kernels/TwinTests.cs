using Fretsaw.Core.Geometry;
using Fretsaw.Print.Kernels;
using Fretsaw.Print.Sheets;

namespace Fretsaw.Print.Tests;

/// <summary>Every kernel with registers of eight pixels and without: the same bits. On a machine without AVX2 there is nothing to compare.</summary>
public sealed unsafe class TwinTests
{
    public static TheoryData<int> Seeds => [.. Enumerable.Range(1, 12)];

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Source_over(int seed) => Both(seed, (random, into, fast) =>
    {
        using var from = Noise.Sheet(random, into.Width, into.Height);
        var opacity = random.Next(3) == 0 ? 255 : random.Next(256);
        for (var y = 0; y < into.Height; y++)
        {
            Laying.Over(into.Row(y), from.Row(y), into.Width, opacity, fast);
        }
    });

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Mattes(int seed) => Both(seed, (random, into, fast) =>
    {
        using var by = Noise.Sheet(random, into.Width, into.Height);
        for (var y = 0; y < into.Height; y++)
        {
            Laying.Keep(into.Row(y), by.Row(y), into.Width, outside: seed % 2 == 0, fast);
        }
    });

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Soft_over(int seed) => Both(seed, (random, into, fast) =>
    {
        using var soft = Noise.Soft(random, into.Width, into.Height);
        var opacity = Noise.Opacity(random);
        for (var y = 0; y < into.Height; y++)
        {
            Laying.Over(into.Row(y), soft.Row(y), into.Width, (random.Next(9), y), opacity, fast);
        }
    });

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Rows_that_are_mixed_and_enlarged(int seed) => Both(seed, (random, into, fast) =>
    {
        using var texels = Noise.Soft(random, into.Width + 2, 4);
        using var row = new SoftSheet(into.Width + 2, 1);
        var count = 4 * (into.Width + 2);
        Enlarging.Mix(row.Row(0), texels.Row(0), texels.Row(1), texels.Row(2), texels.Row(3), (short)random.Next(32768), (short)random.Next(32768), count, fast);
        var left = new int[(into.Width + 7) & ~7];
        var weights = new short[4 * left.Length];
        for (var i = 0; i < left.Length; i++)
        {
            left[i] = 4 * random.Next(into.Width + 1);
            weights.AsSpan(Lanes.PlaceOf(i), 4).Fill((short)random.Next(32768));
        }

        fixed (int* l = left)
        fixed (short* w = weights)
        {
            Enlarging.Across(into.Row(0), row.Row(0), l, w, into.Width, (random.Next(9), random.Next(9)), Noise.Opacity(random), fast);
        }
    });

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Homographies(int seed) => Both(seed, (random, into, fast) =>
    {
        using var a = Noise.Soft(random, 30, 20);
        using var b = Noise.Soft(random, 30, 20);
        var flat = random.Next(2) == 0;
        var m = new Homography(random.NextDouble() - 0.2, random.NextDouble() - 0.5, 3, random.NextDouble() - 0.5, random.NextDouble(), 1, flat ? 0 : 0.004, flat ? 0 : 0.003, 1);
        var (mix, opacity) = ((short)random.Next(32768), Noise.Opacity(random));
        for (var y = 0; y < into.Height; y++)
        {
            var line = new Warping.Line(m, y, a);
            Warping.Lay(into.Row(y), 0, into.Width, y, a, seed % 3 == 0 ? null : b, mix, line, opacity, fast);
        }
    });

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Homographies_onto_sixteen_bits(int seed)
    {
        short[] Turned(bool fast)
        {
            var random = new Random(seed);
            using var a = Noise.Soft(random, 30, 20);
            using var into = new SoftSheet(33, 5);
            into.Clear();
            var m = new Homography(0.7, 0.2, 3, -0.3, 0.8, 2, 0, 0, 1);
            for (var y = 0; y < into.Height; y++)
            {
                Warping.Turn(into.Row(y), 0, into.Width, a, null, 0, new Warping.Line(m, y, a), fast);
            }

            return [.. Enumerable.Range(0, into.Height).SelectMany(y => new Span<short>(into.Row(y), 4 * into.Width).ToArray())];
        }

        Assert.Equal(Turned(fast: false), Turned(fast: Lanes.AreThere));
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Triangles_of_a_texture(int seed) => Both(seed, (random, into, fast) =>
    {
        using var texture = Noise.Soft(random, 25, 25);
        var opacity = Noise.Opacity(random);
        for (var t = 0; t < 5; t++)
        {
            var at = Enumerable.Range(0, 6).Select(_ => ((float)(random.NextDouble() * 50) - 6, (float)(random.NextDouble() * 24))).ToArray();
            Print.Kernels.Triangles.Lay(into, into.Box(), texture, at[0], at[1], at[2], at[3], at[4], at[5], opacity, fast);
        }
    });

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Gradients_through_a_mask(int seed) => Both(seed, (random, into, fast) =>
    {
        var gradient = Noise.Gradient(random);
        using var mask = Noise.Mask(random, into.Width, into.Height);
        var (start, step) = (new Point((4 * random.NextDouble()) - 2, (4 * random.NextDouble()) - 2), new Affine(random.NextDouble() - 0.5, random.NextDouble() - 0.5, 0, 0, 0, 0));
        for (var y = 0; y < into.Height; y++)
        {
            Shading.Row(into.Row(y), mask.Row(y), into.Width, start, step, Ramp.Of(gradient)!, gradient, (float)random.NextDouble(), fast);
        }
    });

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_gaussian(int seed)
    {
        short[] Softened(bool fast)
        {
            var random = new Random(seed);
            using var from = Noise.Sheet(random, random.Next(1, 50), random.Next(1, 30));
            using var into = new SoftSheet();
            using var softening = new Softening();
            softening.Soften(from, into, (float)(random.NextDouble() * 5), fast);
            return [.. Enumerable.Range(0, into.Height).SelectMany(y => new Span<short>(into.Row(y), 4 * into.Width).ToArray())];
        }

        Assert.Equal(Softened(fast: false), Softened(fast: Lanes.AreThere));
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Video_planes(int seed)
    {
        byte[] Planes(bool fast)
        {
            var random = new Random(seed);
            using var frame = Noise.Sheet(random, 2 * random.Next(1, 60), 2 * random.Next(1, 9));
            var planes = new byte[VideoPlanes.SizeOf(frame.Width, frame.Height)];
            VideoPlanes.From(frame, planes, fast);
            return planes;
        }

        Assert.Equal(Planes(fast: false), Planes(fast: Lanes.AreThere));
    }

    private static void Both(int seed, Action<Random, Sheet, bool> work)
    {
        byte[] Done(bool fast)
        {
            var random = new Random(seed);
            using var into = Noise.Sheet(random, random.Next(1, 60), random.Next(1, 12));
            work(random, into, fast);
            var pixels = new byte[into.Width * into.Height * 4];
            into.CopyTo(pixels, straight: false);
            return pixels;
        }

        Assert.Equal(Done(fast: false), Done(fast: Lanes.AreThere));
    }
}
