using System.Runtime.Intrinsics;
using Pair = System.Runtime.Intrinsics.Vector128<double>;

namespace Fretsaw.Core.Puppets;

/// <summary>
/// The half of a solve that is linear: the places that balance given turns against the pins' pulls. One thread's workspace; both
/// ways of solving stand on it. Arrays are by vertex as the matrix eliminates them, see <see cref="ArapEdges"/>.
/// </summary>
internal sealed class ArapBalance(ArapSystem system)
{
    private readonly ArapEdges.Halves halves = new(system.Mesh.VertexCount);

    /// <summary>By handle, where it is pulled to.</summary>
    public Pair[] Pulls { get; } = new Pair[system.Handles.Length];

    public Pair[] Places { get; } = new Pair[system.Mesh.VertexCount];

    /// <summary>What <see cref="Compare"/> found: by vertex, along and across its edges at rest, how its edges lie; their direction is its best turn.</summary>
    public Pair[] Sums { get; } = new Pair[system.Mesh.VertexCount];

    /// <summary>Global step: A·p = Σ w/2·(Rᵢ + Rⱼ)(rᵢ − rⱼ) + pins.</summary>
    /// <param name="turns">By vertex, (cos, sin).</param>
    public void Place(Pair[] turns)
    {
        system.Edges.Turned(turns, Places, halves);
        var (weights, corners, places, pulls) = (system.GripWeights, system.GripCorners, Places, Pulls);
        for (var i = 0; i < corners.Length; i++)
        {
            places[corners[i]] += pulls[i / 3] * Vector128.Create(weights[i]);
        }

        system.Factor.SolveInPlace(places);
    }

    /// <summary>Fills <see cref="Sums"/>.</summary>
    /// <returns>The energy of the edges but for what the turns take off: Σ turn·sum, twice.</returns>
    public double Compare() => system.Edges.Compare(Places, Sums, halves);

    /// <summary>What the pins are stretched by, weight · px².</summary>
    public double PinEnergy()
    {
        var (weights, corners, whole, energy) = (system.GripWeights, system.GripCorners, Vector128.Create(system.PinWeight), Pair.Zero);
        for (var i = 0; i < Pulls.Length; i++)
        {
            var at = Pair.Zero;
            for (var corner = 3 * i; corner < (3 * i) + 3; corner++)
            {
                at += Places[corners[corner]] * Vector128.Create(weights[corner]);
            }

            var off = (at / whole) - Pulls[i];
            energy += whole * off * off;
        }

        return energy[0] + energy[1];
    }
}
