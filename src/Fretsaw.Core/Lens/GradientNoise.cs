namespace Fretsaw.Core.Lens;

/// <summary>
/// One-dimensional gradient noise after Perlin, "Improving Noise" (SIGGRAPH 2002): his published permutation and
/// fade curve, with gradients ±1/8 … ±8/8 drawn by the hash. Zero at whole numbers, zero mean, smooth to the second
/// derivative, and any place can be asked for without the ones before it.
/// </summary>
public static class GradientNoise
{
    private static ReadOnlySpan<byte> Permutation =>
    [
        151, 160, 137, 91, 90, 15, 131, 13, 201, 95, 96, 53, 194, 233, 7, 225, 140, 36, 103, 30, 69, 142, 8, 99, 37, 240, 21, 10, 23,
        190, 6, 148, 247, 120, 234, 75, 0, 26, 197, 62, 94, 252, 219, 203, 117, 35, 11, 32, 57, 177, 33, 88, 237, 149, 56, 87, 174, 20,
        125, 136, 171, 168, 68, 175, 74, 165, 71, 134, 139, 48, 27, 166, 77, 146, 158, 231, 83, 111, 229, 122, 60, 211, 133, 230, 220,
        105, 92, 41, 55, 46, 245, 40, 244, 102, 143, 54, 65, 25, 63, 161, 1, 216, 80, 73, 209, 76, 132, 187, 208, 89, 18, 169, 200, 196,
        135, 130, 116, 188, 159, 86, 164, 100, 109, 198, 173, 186, 3, 64, 52, 217, 226, 250, 124, 123, 5, 202, 38, 147, 118, 126, 255,
        82, 85, 212, 207, 206, 59, 227, 47, 16, 58, 17, 182, 189, 28, 42, 223, 183, 170, 213, 119, 248, 152, 2, 44, 154, 163, 70, 221,
        153, 101, 155, 167, 43, 172, 9, 129, 22, 39, 253, 19, 98, 108, 110, 79, 113, 224, 232, 178, 185, 112, 104, 218, 246, 97, 228,
        251, 34, 242, 193, 238, 210, 144, 12, 191, 179, 162, 241, 81, 51, 145, 235, 249, 14, 239, 107, 49, 192, 214, 31, 181, 199, 106,
        157, 184, 84, 204, 176, 115, 121, 50, 45, 127, 4, 150, 254, 138, 236, 205, 93, 222, 114, 67, 29, 24, 72, 243, 141, 128, 195, 78,
        66, 215, 61, 156, 180,
    ];

    /// <summary>
    /// √E[n²] over all places. The two gradients of a cell are independent with zero mean, so
    /// E[n²] = E[g²] · 2·∫₀¹ (1 − fade(t))²·t² dt. A test compares it with the mean over many samples.
    /// </summary>
    public static readonly double Rms = ComputeRms();

    /// <summary>Noise at a place on the line that the seed chooses; about [−0.5, 0.5].</summary>
    public static double At(double place, int seed)
    {
        var cell = Math.Floor(place);
        var t = place - cell;
        var left = Gradient((long)cell, seed) * t;
        var right = Gradient((long)cell + 1, seed) * (t - 1);
        return left + (Fade(t) * (right - left));
    }

    /// <summary>6t⁵ − 15t⁴ + 10t³.</summary>
    private static double Fade(double t) => t * t * t * ((t * ((t * 6) - 15)) + 10);

    private static double Gradient(long cell, int seed)
    {
        // The published table repeats after 256 cells; hashing the higher bytes as well keeps long shots from looping.
        var hash = 0;
        for (var bits = unchecked(((ulong)cell * 0x9E3779B97F4A7C15UL) ^ ((ulong)(uint)seed * 0xD1B54A32D192ED03UL)); bits != 0; bits >>= 8)
        {
            hash = Permutation[(hash + (int)(bits & 255)) & 255];
        }

        return ((hash & 7) + 1) * ((hash & 8) == 0 ? 0.125 : -0.125);
    }

    private static double ComputeRms()
    {
        var squares = 0.0;
        for (var k = 1; k <= 8; k++)
        {
            squares += k * k / 64.0 / 8;
        }

        // Midpoint rule; the integrand is a smooth polynomial, so 4096 steps leave an error below 1e-8.
        const int Steps = 4096;
        var integral = 0.0;
        for (var i = 0; i < Steps; i++)
        {
            var t = (i + 0.5) / Steps;
            var part = (1 - Fade(t)) * t;
            integral += part * part / Steps;
        }

        return Math.Sqrt(2 * squares * integral);
    }
}
