using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Tests;

/// <summary>The grid only saves looking: what <see cref="Mesh.Locate"/> finds is what looking at every triangle finds.</summary>
public class TriangleGridTests
{
    private static readonly Mesh Comb = MeshBuilder.Build([[0, 0, 300, 0, 300, 20, 40, 20, 40, 60, 300, 60, 300, 90, 0, 90]], new MeshSettings { TriangleSide = 11 });

    [Fact]
    public void Finds_what_looking_at_every_triangle_finds()
    {
        var random = new Random(5);
        var inside = 0;
        for (var i = 0; i < 2000; i++)
        {
            var p = new Point((random.NextDouble() * 360) - 30, (random.NextDouble() * 150) - 30);
            var holder = Enumerable.Range(0, Comb.TriangleCount).FirstOrDefault(t => Holds(t, p), -1);
            var (found, a, b, c) = Comb.Locate(p);
            var at = (Corner(found, 0) * a) + (Corner(found, 1) * b) + (Corner(found, 2) * c);
            if (holder >= 0)
            {
                inside++;
                Assert.Equal(holder, found);
                Assert.True((at - p).Length < 1e-9);
            }
            else
            {
                Assert.All([a, b, c], weight => Assert.InRange(weight, 0, 1));
            }
        }

        Assert.InRange(inside, 500, 1500);
    }

    [Fact]
    public void Finds_a_vertex_on_the_border() =>
        Assert.All(Enumerable.Range(0, Comb.VertexCount), v =>
        {
            var p = new Point(Comb.X[v], Comb.Y[v]);
            var (t, a, b, c) = Comb.Locate(p);
            Assert.True(((Corner(t, 0) * a) + (Corner(t, 1) * b) + (Corner(t, 2) * c) - p).Length < 1e-6);
        });

    [Theory]
    [InlineData(double.NaN)]
    [InlineData(double.PositiveInfinity)]
    [InlineData(1e300)]
    public void What_is_nowhere_is_in_no_square(double x) => Assert.True(new TriangleGrid(Comb).Near(new Point(x, 5)).IsEmpty);

    [Fact]
    public void A_mesh_without_triangles_holds_nothing() => Assert.Equal(-1, new Mesh([], [], []).Locate(default).Triangle);

    private static Point Corner(int triangle, int corner) => new(Comb.X[Comb.Triangles[(3 * triangle) + corner]], Comb.Y[Comb.Triangles[(3 * triangle) + corner]]);

    private static bool Holds(int t, Point p)
    {
        var (a, b, c) = (Corner(t, 0), Corner(t, 1), Corner(t, 2));
        return Point.Cross(b - a, p - a) >= 0 && Point.Cross(c - b, p - b) >= 0 && Point.Cross(a - c, p - c) >= 0;
    }
}
