using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using Fretsaw.Core.Art;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Engine;

/// <summary>
/// Keeps meshes, factored systems, weights and matched outlines from plan to plan: an edit that touches neither a part's art
/// nor what is made from it makes nothing anew.
/// </summary>
public sealed class RigCache
{
    /// <summary>Enough for every pinned part of a large film.</summary>
    private const int Limit = 256;

    private const double CoarserBy = 2.1;
    private const int CoarserFrom = 60;

    private readonly Recent<(string Drawing, double Margin, double Side, double Bridge), Mesh> meshes = new(2 * Limit);
    /// <summary>For meshes of one drawing one after the other, on ever larger triangles.</summary>
    private readonly Recent<(string Drawing, double Margin, double Bridge), IReadOnlyList<NetTopologySuite.Geometries.Geometry>> islands = new(8);
    private readonly Recent<(Mesh Mesh, string Pins), ArapSystem?> systems = new(Limit);
    private readonly Recent<(Mesh Mesh, string Bones, BoneBend Bend), BoneWeights> weights = new(Limit);
    private readonly Recent<string, FormSet?> forms = new(Limit);
    private readonly ConditionalWeakTable<Mesh, object> coverages = [];

    private Numbered drawings = new([], new Dictionary<string, int>(StringComparer.Ordinal));

    // Records that never change: what is made of one is good as long as it is.
    private readonly ConditionalWeakTable<Dial, DialMix> mixes = [];
    private readonly ConditionalWeakTable<Knead, Made<KneadField>> kneads = [];
    private readonly ConditionalWeakTable<Sway, Made<SwayWave>> sways = [];

    private readonly ConditionalWeakTable<ArapSystem, ConcurrentDictionary<int, (double[] Moves, double PulledPx)>> reaches = [];

    private readonly ConditionalWeakTable<Puppet, Compiled> puppets = [];

    private sealed record Made<T>(Mesh Mesh, T Thing);

    private sealed record Numbered(ImmutableArray<Drawing> Drawings, IReadOnlyDictionary<string, int> Indices);

    private sealed record Compiled(ImmutableArray<Drawing> Drawings, double FrameRate, PuppetPlan Plan);

    /// <summary>Where each drawing is in the film's list.</summary>
    public IReadOnlyDictionary<string, int> DrawingsOf(Film film)
    {
        var known = drawings;
        if (known.Drawings != film.Drawings)
        {
            known = new Numbered(film.Drawings, film.Drawings.Select((drawing, index) => (drawing.Id, index)).ToDictionary(pair => pair.Id, pair => pair.index, StringComparer.Ordinal));
            drawings = known;
        }

        return known.Indices;
    }

    /// <summary>A puppet's plan, which all its uses share, in all shots and until the puppet or the film's drawings change.</summary>
    public PuppetPlan PlanOf(Film film, string puppetId, CancellationToken cancel = default)
    {
        var puppet = film.Puppets.First(candidate => candidate.Id == puppetId);
        if (puppets.TryGetValue(puppet, out var known) && known.Drawings == film.Drawings && known.FrameRate == film.FrameRate)
        {
            return known.Plan;
        }

        var plan = new PuppetCompiler(film, puppet, DrawingsOf(film), this).Compile(cancel);
        puppets.AddOrUpdate(puppet, new Compiled(film.Drawings, film.FrameRate, plan));
        return plan;
    }

    public Mesh MeshOf(Drawing drawing, MeshSettings settings) =>
        meshes.GetOrAdd((drawing.Id, settings.Margin, settings.TriangleSide, settings.Bridge), _ => MeshBuilder.Build(
            islands.GetOrAdd((drawing.Id, settings.Margin, settings.Bridge), _ => MeshBuilder.Islands(drawing.Outline, settings)), settings));

    /// <param name="part">With a mesh.</param>
    /// <returns>Null when the part has no pins that hold, or its art gives no mesh.</returns>
    public ArapSystem? SystemOf(Drawing drawing, Part part)
    {
        var mesh = MeshOf(drawing, part.Mesh!);
        var places = string.Join(';', part.Pins.Select(pin => FormattableString.Invariant($"{pin.Id}:{pin.Hold}{pin.At.X:R},{pin.At.Y:R},{pin.InFront:R}")))
            + string.Join(';', part.Patches.Select(patch => FormattableString.Invariant($"p{patch.At.X:R},{patch.At.Y:R},{patch.Radius:R}")))
            + FormattableString.Invariant($"s{part.Mesh!.Stiffness:R}{part.Mesh.Method}");
        return systems.GetOrAdd((mesh, places), _ => Build(drawing, part, part.Mesh!));
    }

    /// <summary>On top of one with triangles <see cref="CoarserBy"/> times as long, where the mesh has enough for that to pay.</summary>
    private ArapSystem? Build(Drawing drawing, Part part, MeshSettings settings)
    {
        var mesh = MeshOf(drawing, settings);
        var coarse = mesh.VertexCount < CoarserFrom ? null : Build(drawing, part, settings with { TriangleSide = settings.TriangleSide * CoarserBy });
        return ArapSystem.Build(mesh, part.Pins, settings, part.Patches, coarse);
    }

    public BoneWeights WeightsOf(Mesh mesh, BoneBend bend, Puppet puppet, Drawing drawing)
    {
        var bones = bend.Bones.Select(id => puppet.Bones.First(bone => bone.Id == id)).ToList();
        var key = (mesh, string.Join(';', bones.Select(bone => FormattableString.Invariant($"{bone.Id}:{bone.Start.X:R},{bone.Start.Y:R},{bone.End.X:R},{bone.End.Y:R}"))), bend);
        return weights.GetOrAdd(key, _ => WeightPainting.Of(mesh, bend, bones, drawing.Outline));
    }

    public FormSet? FormsOf(Drawing own, ImmutableArray<(Form Form, Drawing Drawing)> others)
    {
        var key = own.Id + string.Concat(others.Select(entry => FormattableString.Invariant($"|{entry.Form.Id}={entry.Drawing.Id}") + string.Join(',', entry.Form.Starts)));
        return forms.GetOrAdd(key, _ => FormSet.Of(own, others));
    }

    /// <summary>What moves with a pin.</summary>
    public (double[] Moves, double PulledPx) ReachOf(ArapSystem system, int pin) =>
        reaches.GetValue(system, _ => new ConcurrentDictionary<int, (double[] Moves, double PulledPx)>()).GetOrAdd(pin, index => PinReach.Of(system, index));

    public DialMix MixOf(Dial dial) => mixes.GetValue(dial, DialMix.Of);

    public KneadField KneadOf(Mesh mesh, Knead knead) => On(kneads, mesh, knead, KneadField.Of);

    public SwayWave SwayOf(Mesh mesh, Sway sway) => On(sways, mesh, sway, SwayWave.Of);

    /// <summary>How much of a drawing its mesh covers, [0, 1].</summary>
    public double CoverageOf(Drawing drawing, MeshSettings settings)
    {
        return (double)coverages.GetValue(MeshOf(drawing, settings), mesh => Outlines.CoveredBy(drawing.Outline, mesh));
    }

    private static T On<TKey, T>(ConditionalWeakTable<TKey, Made<T>> table, Mesh mesh, TKey key, Func<Mesh, TKey, T> make)
        where TKey : class
    {
        if (table.TryGetValue(key, out var made) && ReferenceEquals(made.Mesh, mesh))
        {
            return made.Thing;
        }

        made = new Made<T>(mesh, make(mesh, key));
        table.AddOrUpdate(key, made);
        return made.Thing;
    }
}
