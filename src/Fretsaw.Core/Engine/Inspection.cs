using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Lens;

namespace Fretsaw.Core.Engine;

/// <summary>Everything an evaluated frame is made of, for pipelines and checks.</summary>
/// <param name="Channels">Every value that could be keyed, by address, with what dials add.</param>
public sealed record Inspection(
    string Shot, double Frame, IReadOnlyDictionary<string, double> Channels, InspectedCamera Camera,
    ImmutableArray<InspectedPuppet> Puppets, ImmutableArray<InspectedLayer> Layers)
{
    /// <param name="frame">Evaluated.</param>
    /// <param name="meshes">With rest and current vertices, and triangles.</param>
    public static Inspection Of(Evaluator frame, bool meshes)
    {
        var plan = frame.Plan;
        var values = new SortedDictionary<string, double>(StringComparer.Ordinal);
        for (var slot = 0; slot < plan.Slots.Count; slot++)
        {
            values[plan.Slots.AddressOf(slot)] = frame.Driven[slot];
        }

        return new Inspection(
            plan.Shot.Id, frame.Frame, values, InspectedCamera.Of(frame),
            [.. frame.Cast.Select(cast => InspectedPuppet.Of(frame, cast, meshes))],
            [.. plan.Layers.Select(layer => InspectedLayer.Of(frame, layer))]);
    }
}

/// <summary>The shake's offset is in picture pixels and degrees; the sharp zone in metres, far null at infinity.</summary>
public sealed record InspectedCamera(
    double Truck, double Boom, double Dolly, double Roll, double Lens, double Stop, double Focus,
    double ShakeX, double ShakeY, double ShakeRoll, double SharpFrom, double? SharpTo)
{
    internal static InspectedCamera Of(Evaluator frame)
    {
        var c = frame.Camera;
        var (near, far) = ThinLens.SharpZone(c.Focus, c.LensMm, c.Stop);
        return new InspectedCamera(
            c.Truck, c.Boom, c.Dolly, c.RollDegrees, c.LensMm, c.Stop, c.Focus,
            c.Unrest.X, c.Unrest.Y, c.Unrest.RollDegrees, near, double.IsFinite(far) ? far : null);
    }
}

/// <param name="World">Rest place → posed place in puppet pixels, as a b c d e f.</param>
/// <param name="ToPicture">Rest place → picture pixels, as a b c d e f.</param>
public sealed record InspectedNode(string Id, string Name, bool IsBone, ImmutableArray<double> World, ImmutableArray<double> ToPicture);

/// <summary>Places in puppet pixels; at rest and as posed.</summary>
public sealed record InspectedPin(string Id, string Name, string Part, Point Rest, Point Now);

/// <summary>Places in the part's own rest space, x0 y0 x1 y1 …; rounds is what the solver took.</summary>
public sealed record InspectedMesh(
    string Part, ImmutableArray<double> Rest, ImmutableArray<double> Now, ImmutableArray<int> Triangles, int Rounds, double Energy);

public sealed record InspectedPuppet(
    string Cast, string Name, ImmutableArray<InspectedNode> Nodes, ImmutableArray<InspectedPin> Pins,
    ImmutableArray<InspectedPin> Goals, ImmutableArray<InspectedMesh>? Meshes)
{
    internal static InspectedPuppet Of(Evaluator frame, CastFrame cast, bool meshes)
    {
        var plan = cast.Plan;
        var toPicture = frame.Camera.ToPicture(frame.Plan.Film, plan.Member.Distance) * cast.ToStage;
        var nodes = plan.Nodes.Select((node, i) => new InspectedNode(
            node.Id, Names.OfThing(plan.Puppet, node.Id), node.IsBone, Six(cast.Worlds[i]), Six(toPicture * cast.Worlds[i])));
        var goals = plan.Reaches.Select((reach, i) => new InspectedPin(reach.Reach.Id, reach.Reach.Name, reach.Reach.Lower, reach.GoalRest, cast.Goals[i]));
        return new InspectedPuppet(
            plan.Member.Id, plan.Member.Name, [.. nodes], [.. Pinned(cast)], [.. goals], meshes ? [.. Meshed(cast)] : null);
    }

    private static IEnumerable<InspectedPin> Pinned(CastFrame cast)
    {
        foreach (var part in cast.Plan.Parts)
        {
            if (part.Mesh?.Pins is not { } system || cast.Meshes[part.Index] is not { } mesh)
            {
                continue;
            }

            for (var p = 0; p < system.Pins.Length; p++)
            {
                var now = system.Handles[system.FirstHandle[p]].On(mesh.X, mesh.Y);
                yield return new InspectedPin(system.Pins[p].Id, system.Pins[p].Name, part.Part.Id, system.RestOf(p), cast.Worlds[part.Node].Map(now));
            }
        }
    }

    private static IEnumerable<InspectedMesh> Meshed(CastFrame cast)
    {
        foreach (var part in cast.Plan.Parts)
        {
            if (cast.Meshes[part.Index] is { } frame)
            {
                var mesh = frame.Mesh;
                yield return new InspectedMesh(
                    part.Part.Id, Pairs(mesh.X, mesh.Y), Pairs(frame.X, frame.Y), [.. mesh.Triangles], frame.Pins?.Rounds ?? 0, frame.Pins?.Energy ?? 0);
            }
        }
    }

    private static ImmutableArray<double> Pairs(double[] x, double[] y) => [.. x.Zip(y).SelectMany(pair => new[] { pair.First, pair.Second })];

    private static ImmutableArray<double> Six(Affine m) => [m.A, m.B, m.C, m.D, m.E, m.F];
}

/// <param name="Depth">Metres from the lens.</param>
/// <param name="Homography">Drawing or puppet pixels → picture pixels, three rows of three.</param>
/// <param name="BlurSigma">Picture pixels.</param>
public sealed record InspectedLayer(
    string Thing, bool IsFlat, string Name, double Distance, double Depth, bool Shown, ImmutableArray<double> Homography, double BlurSigma)
{
    internal static InspectedLayer Of(Evaluator frame, LayerPlan layer)
    {
        var plan = frame.Plan;
        var shown = frame.Camera.Shows(layer.Distance);
        var camera = shown ? frame.Camera.ToPicture(plan.Film, layer.Distance) : Affine.Identity;
        var m = camera * (layer.IsFlat ? plan.Flats[layer.Index].Placement : frame.Cast[layer.Index].ToStage);
        var (id, name) = layer.IsFlat
            ? (plan.Flats[layer.Index].Flat.Id, plan.Flats[layer.Index].Flat.Name)
            : (plan.Cast[layer.Index].Member.Id, plan.Cast[layer.Index].Member.Name);
        return new InspectedLayer(
            id, layer.IsFlat, name, layer.Distance, frame.Camera.Depth(layer.Distance), shown,
            shown ? [m.A, m.C, m.E, m.B, m.D, m.F, 0, 0, 1] : [],
            shown ? frame.Camera.BlurSigma(plan.Film, layer.Distance) : 0);
    }
}
