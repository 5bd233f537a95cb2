using CsCheck;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Tests;

public class MonotoneCurveTests
{
    /// <summary>
    /// The RPN 14 data of radiochemistry with which Fritsch and Carlson show the method (SIAM J. Numer. Anal. 17, 1980, table 1,
    /// from memory).
    /// </summary>
    private static readonly double[] X = [7.99, 8.09, 8.19, 8.7, 9.2, 10, 12, 15, 20];
    private static readonly double[] Y = [0, 2.76429e-5, 4.37498e-2, 0.169183, 0.469428, 0.943740, 0.998636, 0.999919, 0.999994];

    [Fact]
    public void The_published_data_are_passed_through_without_overshoot()
    {
        var curve = new MonotoneCurve(X, Y, smooth: true);
        for (var i = 0; i < X.Length; i++)
        {
            Assert.Equal(Y[i], curve.At(X[i]), 1e-12);
        }

        for (var i = 0; i + 1 < X.Length; i++)
        {
            for (var k = 0; k <= 50; k++)
            {
                var (a, b) = (curve.At(X[i] + ((X[i + 1] - X[i]) * k / 51)), curve.At(X[i] + ((X[i + 1] - X[i]) * (k + 1) / 51)));
                Assert.True(b >= a - 1e-15, $"turns back after {X[i]}");
                Assert.InRange(b, Y[i], Y[i + 1] + 1e-12);
            }
        }
    }

    [Fact]
    public void Between_any_points_it_stays_between_them() => Gen.Double[-5, 5].Array[2, 8].Sample(y =>
    {
        var x = Enumerable.Range(0, y.Length).Select(i => (double)i).ToArray();
        var curve = new MonotoneCurve(x, y, smooth: true);
        return Enumerable.Range(0, (y.Length - 1) * 20).All(step =>
        {
            var (at, i) = (step / 20.0, step / 20);
            var value = curve.At(at);
            return value >= Math.Min(y[i], y[i + 1]) - 1e-12 && value <= Math.Max(y[i], y[i + 1]) + 1e-12;
        });
    });

    [Fact]
    public void It_has_no_corner_where_it_is_smooth_and_one_where_it_is_not()
    {
        double Corner(bool smooth)
        {
            var curve = new MonotoneCurve([0, 0.3, 1], [0, 0.8, 1], smooth);
            const double E = 1e-6;
            return Math.Abs(((curve.At(0.3 + E) - curve.At(0.3)) / E) - ((curve.At(0.3) - curve.At(0.3 - E)) / E));
        }

        Assert.True(Corner(true) < 1e-3);
        Assert.Equal((0.8 / 0.3) - (0.2 / 0.7), Corner(false), 1e-3);
    }
}
