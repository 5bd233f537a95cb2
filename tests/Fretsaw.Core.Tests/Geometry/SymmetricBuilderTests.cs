using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Tests;

public class SymmetricBuilderTests
{
    [Fact]
    public void Rows_hold_what_was_added_by_rising_column_in_both_halves()
    {
        var (random, n) = (new Random(3), 30);
        var (matrix, dense) = (new SymmetricBuilder(n), new double[n, n]);
        for (var i = 0; i < 600; i++)
        {
            var (row, column, value) = (random.Next(n), random.Next(n), random.Next(-9, 10));
            matrix.Add(row, column, value);
            dense[row, column] += value;
            if (row != column)
            {
                dense[column, row] += value;
            }
        }

        for (var i = 0; i < n; i++)
        {
            var columns = matrix.Columns(i).ToArray();
            Assert.Equal(columns.Order().Distinct(), columns);
            Assert.Equal(columns.Select(j => dense[i, j]), matrix.Values(i).ToArray());
            Assert.All(Enumerable.Range(0, n), j => Assert.Equal(dense[i, j], matrix[i, j]));
        }
    }

    [Fact]
    public void An_empty_row_has_no_entries()
    {
        var matrix = new SymmetricBuilder(2);
        Assert.True(matrix.Columns(1).IsEmpty);
        Assert.Equal(0, matrix[1, 0]);
    }
}
