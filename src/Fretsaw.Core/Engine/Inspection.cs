using System.Collections.Immutable;
using Fretsaw.Core.Acting;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Lens;

namespace Fretsaw.Core.Engine;

/// <summary>Everything an evaluated frame is made of, for pipelines and checks.</summary>
/// <param name="Values">Every value that could be keyed, with what dials add.</param>
/// <param name="Things">Far to near.</param>
public sealed record Inspection(
    string Shot, double Frame, ImmutableArray<InspectedValue> Values, InspectedCamera Camera,
    ImmutableArray<InspectedPuppet> Puppets, ImmutableArray<InspectedThing> Things, ImmutableArray<InspectedAction> Actions)
{
    /// <param name="frame">Evaluated.</param>
    /// <param name="meshes">With rest and current vertices, and triangles.</param>
    public static Inspection Of(Evaluator frame, bool meshes)
    {
        var slots = frame.Plan.Slots;
        var values = ImmutableArray.CreateBuilder<InspectedValue>(slots.Count);
        for (var slot = 0; slot < slots.Count; slot++)
        {
            var (property, value) = (slots.PropertyOf(slot), frame.Driven[slot]);
            values.Add(property.Jumps ? new InspectedValue(slots.AddressOf(slot), null, property.IdOf(value)) : new InspectedValue(slots.AddressOf(slot), value, null));
        }

        var things = ImmutableArray.CreateBuilder<InspectedThing>(frame.Things.Length);
        foreach (var index in frame.FarToNear)
        {
            things.Add(InspectedThing.Of(frame.Things[index]));
        }

        return new Inspection(
            frame.Plan.Shot.Id, frame.Frame, values.ToImmutable(), InspectedCamera.Of(frame),
            [.. frame.Cast.Select(cast => InspectedPuppet.Of(frame, cast, meshes))], things.ToImmutable(),
            [.. frame.Plan.Tracks.Actions.Select(action => InspectedAction.Of(action, frame.Plan.Film, frame.Frame))]);
    }
}

/// <param name="Choice">What is chosen, for a value that is a choice; else there is a number.</param>
public sealed record InspectedValue(Address Address, double? Value, string? Choice);

/// <summary>The shake's offset is in picture pixels and degrees; the sharp zone in metres, far null at infinity.</summary>
public sealed record InspectedCamera(
    double Truck, double Boom, double Dolly, double Pan, double Tilt, double Roll, double Lens, double Stop, double Focus,
    double ShakeX, double ShakeY, double ShakeRoll, double SharpFrom, double? SharpTo)
{
    internal static InspectedCamera Of(Evaluator frame)
    {
        var c = frame.Camera;
        var (near, far) = ThinLens.SharpZone(c.Focus, c.LensMm, c.Stop);
        return new InspectedCamera(
            c.Truck, c.Boom, c.Dolly, c.PanDegrees, c.TiltDegrees, c.RollDegrees, c.LensMm, c.Stop, c.Focus,
            c.Unrest.X, c.Unrest.Y, c.Unrest.RollDegrees, near, double.IsFinite(far) ? far : null);
    }
}

/// <param name="World">Rest place → posed place in puppet pixels, as a b c d e f.</param>
/// <param name="ToPicture">Rest place → picture pixels, three rows of three.</param>
public sealed record InspectedNode(string Id, string Name, bool IsBone, ImmutableArray<double> World, ImmutableArray<double> ToPicture);

/// <summary>Places in puppet pixels; at rest and as posed.</summary>
public sealed record InspectedPin(string Id, string Name, string Part, Point Rest, Point Now);

/// <summary>Places in the part's own rest space, x0 y0 x1 y1 …; rounds, energy and how far another round would move a vertex are the solver's, see <see cref="Puppets.ArapState"/>.</summary>
public sealed record InspectedMesh(
    string Part, ImmutableArray<double> Rest, ImmutableArray<double> Now, ImmutableArray<int> Triangles, int Rounds, double Energy, double? ResidualPx);

/// <summary>A placed action at the frame.</summary>
/// <param name="Weight">How much of it is seen where no keys stand on it, [0, 1].</param>
/// <param name="ActionFrame">The frame of the action that is shown.</param>
/// <param name="Rounds">How often it has been gone through before.</param>
/// <param name="CarriedX">How far the body has been carried beside what the action says, px of the puppet.</param>
public sealed record InspectedAction(string Id, string Thing, string Name, double Weight, double ActionFrame, int Rounds, double CarriedX, double CarriedY)
{
    internal static InspectedAction Of(PlacedAction action, Film film, double frame)
    {
        var (within, rounds) = action.Clock.Gone(frame);
        var carried = action.CarriedAt(within, rounds);
        var name = film.Kept.First(kept => kept.Id == action.Placed.Action).Name;
        return new InspectedAction(action.Placed.Id, action.Placed.Owner, name, action.WeightAt(frame), action.Clock.FrameAt(within), rounds, carried.X, carried.Y);
    }
}

/// <summary>Where the weight is and what bears it, stage pixels; what bears it is null while nothing is planted.</summary>
/// <param name="Mass">px² at 100 %.</param>
/// <param name="Off">How far the weight falls beside what bears it, to the right more than 0.</param>
public sealed record InspectedBalance(double Mass, Point Centre, double? Left, double? Right, double? Down, double Off)
{
    internal static InspectedBalance Of(in Balance balance) => new(
        balance.Mass, balance.Centre, balance.Support?.Left, balance.Support?.Right, balance.Support?.Down, balance.Off);
}

public sealed record InspectedPuppet(
    string Thing, string Name, ImmutableArray<InspectedNode> Nodes, ImmutableArray<InspectedPin> Pins,
    ImmutableArray<InspectedPin> Goals, InspectedBalance Balance, ImmutableArray<InspectedMesh>? Meshes)
{
    internal static InspectedPuppet Of(Evaluator frame, CastFrame cast, bool meshes)
    {
        var plan = cast.Plan;
        var nodes = plan.Nodes.Select((node, i) => new InspectedNode(
            node.Id, Names.OfThing(plan.Puppet, node.Id), node.IsBone, Six(cast.Worlds[i]), Nine(frame.ToPicture(cast, i) * cast.Worlds[i])));
        var goals = plan.Reaches.Select((reach, i) => new InspectedPin(reach.Reach.Id, reach.Reach.Name, reach.Reach.Lower, reach.GoalRest, cast.Goals[i]));
        return new InspectedPuppet(
            cast.Use.Thing.Id, cast.Use.Thing.Name, [.. nodes], [.. Pinned(cast)], [.. goals],
            InspectedBalance.Of(Engine.Balance.Of(frame, cast)), meshes ? [.. Meshed(cast)] : null);
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
                yield return new InspectedPin(system.Pins[p].Id, Names.OfThing(cast.Plan.Puppet, system.Pins[p].Id), part.Part.Id, system.RestOf(p), cast.Worlds[part.Node].Map(now));
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
                    part.Part.Id, Pairs(mesh.X, mesh.Y), Pairs(frame.X, frame.Y), [.. mesh.Triangles], frame.Pins?.Rounds ?? 0, frame.Pins?.Energy ?? 0, frame.Pins?.ResidualPx);
            }
        }
    }

    private static ImmutableArray<double> Pairs(double[] x, double[] y) => [.. x.Zip(y).SelectMany(pair => new[] { pair.First, pair.Second })];

    private static ImmutableArray<double> Six(Affine m) => [m.A, m.B, m.C, m.D, m.E, m.F];

    internal static ImmutableArray<double> Nine(Homography m) => [m.A, m.B, m.C, m.D, m.E, m.F, m.G, m.H, m.I];
}

/// <param name="Depth">Metres from the lens.</param>
/// <param name="Homography">Drawing or puppet pixels → picture pixels, three rows of three; empty where it is not shown.</param>
/// <param name="BlurSigma">Picture pixels.</param>
public sealed record InspectedThing(
    string Thing, ThingKind Kind, string Name, double Distance, double Depth, bool Shown, double Opacity, ImmutableArray<double> Homography, double BlurSigma)
{
    internal static InspectedThing Of(ThingFrame thing) => new(
        thing.Plan.Thing.Id, thing.Cast is null ? ThingKind.Picture : ThingKind.Puppet, thing.Plan.Thing.Name,
        thing.Standing.Distance, thing.Depth, thing.Shown, thing.Standing.Opacity,
        thing.Shown ? InspectedPuppet.Nine(thing.ToPicture) : [], thing.Sigma);
}
