using System.Collections.Concurrent;
using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Engine;

/// <summary>
/// Keeps meshes and factored systems from plan to plan: an edit that touches neither a part's art nor its mesh
/// settings nor where its pins sit rebuilds neither.
/// </summary>
public sealed class RigCache
{
    /// <summary>Enough for every pinned part of a large film; beyond it all is forgotten and done again as it is asked for.</summary>
    private const int Limit = 256;

    private readonly ConcurrentDictionary<(string Drawing, MeshSettings Settings), Mesh> meshes = new();
    private readonly ConcurrentDictionary<(Mesh Mesh, string Pins), ArapSystem?> systems = new();
    private readonly ConcurrentDictionary<Mesh, double> coverages = new();

    public Mesh MeshOf(Drawing drawing, MeshSettings settings)
    {
        Trim(meshes);
        return meshes.GetOrAdd((drawing.Id, settings), _ => MeshBuilder.Build(drawing.Outline, settings));
    }

    /// <returns>Null when the part has no pins or its art gives no mesh.</returns>
    public ArapSystem? SystemOf(Drawing drawing, MeshSettings settings, ImmutableArray<Pin> pins)
    {
        Trim(systems);
        var mesh = MeshOf(drawing, settings);
        var places = string.Join(';', pins.Select(pin => FormattableString.Invariant($"{pin.At.X:R},{pin.At.Y:R}")));
        return systems.GetOrAdd((mesh, places), _ => ArapSystem.Build(mesh, pins));
    }

    /// <summary>How much of a drawing its mesh covers, [0, 1].</summary>
    public double CoverageOf(Drawing drawing, MeshSettings settings)
    {
        Trim(coverages);
        return coverages.GetOrAdd(MeshOf(drawing, settings), mesh => Outlines.CoveredBy(drawing.Outline, mesh));
    }

    private static void Trim<TKey, TValue>(ConcurrentDictionary<TKey, TValue> cache)
        where TKey : notnull
    {
        if (cache.Count > Limit)
        {
            cache.Clear();
        }
    }
}
