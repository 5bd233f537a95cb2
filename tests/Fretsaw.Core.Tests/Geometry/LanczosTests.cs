using CsCheck;
using Fretsaw.Core.Geometry;
using MathNet.Numerics.LinearAlgebra;

namespace Fretsaw.Core.Tests;

/// <summary>Outside check: the eigenvalues that MathNet.Numerics finds for the same dense matrices.</summary>
public class LanczosTests
{
    [Fact]
    public void A_tridiagonal_matrix_has_the_eigenvalues_of_a_general_solver() => Gen.Select(Gen.Double[-5, 5].Array[1, 24], Gen.Double[-3, 3].Array[24]).Sample((diagonal, beside) =>
    {
        var n = diagonal.Length;
        var matrix = Matrix<double>.Build.Dense(n, n, (i, j) => i == j ? diagonal[i] : Math.Abs(i - j) == 1 ? beside[Math.Min(i, j)] : 0);
        var (values, vectors) = TridiagonalEigen.Of(diagonal, beside.AsSpan(0, n - 1));
        var expected = matrix.Evd(Symmetricity.Symmetric).EigenValues.Select(value => value.Real).Order();
        var basis = Matrix<double>.Build.DenseOfArray(vectors);
        return values.Order().Zip(expected).All(pair => Math.Abs(pair.First - pair.Second) < 1e-9)
            && ((matrix * basis) - (basis * Matrix<double>.Build.DiagonalOfDiagonalArray(values))).InfinityNorm() < 1e-9;
    }, iter: 200);

    [Fact]
    public void A_matrix_of_one_number_and_one_of_no_couplings_are_their_own_eigenvalues()
    {
        Assert.Equal([7.0], TridiagonalEigen.Of([7], []).Values);
        Assert.Equal([3.0, 1, 2], TridiagonalEigen.Of([3, 1, 2], [0, 0]).Values);
        Assert.Throws<ArithmeticException>(() => TridiagonalEigen.Of([1, double.NaN, 1], [1, 1]));
    }

    [Fact]
    public void The_softest_ways_are_those_of_a_general_solver_and_measure_one()
    {
        const int Size = 60;
        var random = new Random(2);
        var mixed = Matrix<double>.Build.Dense(Size, Size, (_, _) => random.NextDouble() - 0.5).QR().Q;
        // Three soft ways among those between a half and one, as a mesh has them.
        var stiffness = mixed * Matrix<double>.Build.DiagonalOfDiagonalArray([.. Enumerable.Range(0, Size).Select(i => i < 3 ? 0.01 * (i + 1) : 0.5 + (0.5 * i / Size))]) * mixed.Transpose();
        var mass = Vector<double>.Build.Dense(Size, i => 1 + (i % 7));
        var root = Matrix<double>.Build.DiagonalOfDiagonalVector(mass.PointwiseSqrt());
        var soft = Lanczos.Lowest(
            Size, 40,
            (from, into) => (root * stiffness * root * Vector<double>.Build.Dense(from)).CopyTo(Vector<double>.Build.Dense(into)),
            values =>
            {
                for (var i = 0; i < Size; i++)
                {
                    values[i] /= mass[i];
                }
            },
            0.4, 8);
        Assert.Equal([0.01, 0.02, 0.03], soft.Select(way => Math.Round(way.Value, 9)));
        Assert.All(soft, way => Assert.Equal(1, way.Vector.Zip(mass).Sum(pair => pair.First * pair.First * pair.Second), 1e-9));
    }
}
