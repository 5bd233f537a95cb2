using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>Which triangles of a mesh lie in front where it folds over itself.</summary>
internal static class PaintOrder
{
    /// <summary>
    /// Each vertex takes its place from the pins round it, near pins counting more, and a triangle that of its corners.
    /// The order belongs to the rig and not to a frame: what is in front stays in front.
    /// </summary>
    /// <returns>Triangle corners, three by three, painted in this order.</returns>
    public static int[] Of(Mesh mesh, ImmutableArray<Pin> pins, ArapSystem.HandlePlace[] handles, double[] influence)
    {
        if (pins.All(pin => pin.InFront == 0))
        {
            return mesh.Triangles;
        }

        var front = new double[mesh.VertexCount];
        for (var v = 0; v < front.Length; v++)
        {
            var (sum, weights) = (0.0, 0.0);
            for (var h = 0; h < handles.Length; h++)
            {
                var weight = influence[(v * handles.Length) + h];
                sum += weight * pins[handles[h].Pin].InFront;
                weights += weight;
            }

            front[v] = sum / weights;
        }

        return
        [
            .. Enumerable.Range(0, mesh.TriangleCount)
                .OrderBy(t => front[mesh.Triangles[3 * t]] + front[mesh.Triangles[(3 * t) + 1]] + front[mesh.Triangles[(3 * t) + 2]])
                .SelectMany(t => new[] { mesh.Triangles[3 * t], mesh.Triangles[(3 * t) + 1], mesh.Triangles[(3 * t) + 2] }),
        ];
    }
}
