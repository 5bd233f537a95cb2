using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;

namespace Fretsaw.Core.Geometry;

/// <summary>Sums over whole arrays, two numbers at a time: the same order of adding on every machine, so the same bytes.</summary>
internal static class Dense
{
    /// <summary>Σ aᵢ·bᵢ over arrays of one length.</summary>
    public static double Dot(ReadOnlySpan<double> a, ReadOnlySpan<double> b)
    {
        ArgumentOutOfRangeException.ThrowIfNotEqual(b.Length, a.Length);
        var left = MemoryMarshal.Cast<double, Vector128<double>>(a);
        var right = MemoryMarshal.Cast<double, Vector128<double>>(b);
        // Two sums, so that one need not wait for the other.
        var (even, odd, i) = (Vector128<double>.Zero, Vector128<double>.Zero, 0);
        for (; i + 1 < left.Length && i + 1 < right.Length; i += 2)
        {
            even += left[i] * right[i];
            odd += left[i + 1] * right[i + 1];
        }

        if (i < left.Length)
        {
            even += left[i] * right[i];
        }

        even += odd;
        var sum = even[0] + even[1];
        return a.Length % 2 == 1 ? sum + (a[^1] * b[^1]) : sum;
    }

    /// <summary>a += by · b.</summary>
    public static void Add(Span<double> a, double by, ReadOnlySpan<double> b)
    {
        ArgumentOutOfRangeException.ThrowIfNotEqual(b.Length, a.Length);
        var left = MemoryMarshal.Cast<double, Vector128<double>>(a);
        var right = MemoryMarshal.Cast<double, Vector128<double>>(b);
        var times = Vector128.Create(by);
        for (var i = 0; i < left.Length && i < right.Length; i++)
        {
            left[i] += times * right[i];
        }

        if (a.Length % 2 == 1)
        {
            a[^1] += by * b[^1];
        }
    }
}
