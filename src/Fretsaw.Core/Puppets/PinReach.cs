using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>What moves with a pin: the solver's own answer to a pull.</summary>
public static class PinReach
{
    /// <summary>How far the pin is pulled, as a part of the mesh's diagonal: enough to bend, too little to fold.</summary>
    public const double PullPart = 0.1;

    /// <summary>
    /// How far each vertex moves when a pin is pulled, the most of pulls to the right and down, px. The others hold.
    /// </summary>
    /// <param name="pin">Index among the system's pins.</param>
    public static (double[] Moves, double PulledPx) Of(ArapSystem system, int pin)
    {
        var mesh = system.Mesh;
        var pulled = PullPart * Math.Sqrt(Math.Pow(mesh.X.Max() - mesh.X.Min(), 2) + Math.Pow(mesh.Y.Max() - mesh.Y.Min(), 2));
        var state = new ArapState(system);
        var moves = new double[mesh.VertexCount];
        foreach (var way in (Point[])[new(pulled, 0), new(0, pulled)])
        {
            state.Solve([.. Enumerable.Range(0, system.Pins.Length).Select(p => new PinPull(system.RestOf(p) + (p == pin ? way : default), 0, 1))]);
            for (var v = 0; v < moves.Length; v++)
            {
                moves[v] = Math.Max(moves[v], new Point(state.X[v] - mesh.X[v], state.Y[v] - mesh.Y[v]).Length);
            }
        }

        return (moves, pulled);
    }
}
