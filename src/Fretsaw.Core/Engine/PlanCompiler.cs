using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Engine;

/// <summary>Film and shot → plan.</summary>
public static class PlanCompiler
{
    public static Plan Compile(Film film, Shot shot, RigCache rigs, bool backdrop = true)
    {
        var slots = new SlotTable(new ChannelTable(shot.Channels));
        var drawings = new Dictionary<string, int>(StringComparer.Ordinal);
        for (var i = 0; i < film.Drawings.Length; i++)
        {
            drawings[film.Drawings[i].Id] = i;
        }

        var camera = slots.Add(Address.Camera, Address.View, Properties.OfCamera(film));
        var puppets = film.Puppets.ToDictionary(puppet => puppet.Id, StringComparer.Ordinal);
        var cast = shot.Cast.Select(member => Cast(film, member, puppets[member.Puppet], slots, drawings, rigs)).ToArray();
        var flats = shot.Flats
            .Select(flat => new FlatPlan(flat, drawings[flat.Drawing], new Affine(flat.Scale, 0, 0, flat.Scale, flat.X, flat.Y)))
            .ToArray();
        return new Plan
        {
            Film = film,
            Shot = shot,
            Slots = slots,
            CameraSlot = camera,
            Cast = cast,
            Flats = flats,
            Layers = Layers(flats, cast),
            Backdrop = backdrop ? film.Backdrop : default,
        };
    }

    private static LayerPlan[] Layers(FlatPlan[] flats, CastPlan[] cast) =>
    [
        .. flats.Select((flat, index) => (flat.Flat.Hidden, Layer: new LayerPlan(true, index, flat.Flat.Distance)))
            .Concat(cast.Select((member, index) => (member.Member.Hidden, Layer: new LayerPlan(false, index, member.Member.Distance))))
            .Where(entry => !entry.Hidden)
            .Select(entry => entry.Layer)
            .OrderByDescending(layer => layer.Distance),
    ];

    private static CastPlan Cast(Film film, CastMember member, Puppet puppet, SlotTable slots, Dictionary<string, int> drawings, RigCache rigs)
    {
        var body = slots.Add(member.Id, Address.Body, Properties.OfPart);
        var reaches = puppet.Reaches.Select(reach => Reach(reach, puppet, slots.Add(member.Id, reach.Id, Properties.OfPoint))).ToArray();
        var order = CarriersFirst(puppet);
        var nodeOf = order.Select((id, index) => (id, index)).ToImmutableDictionary(pair => pair.id, pair => pair.index);
        var nodes = order.Select(id => Node(id, member, puppet, nodeOf, slots)).ToArray();
        var painted = puppet.Parts
            .Where(part => part.Drawing is not null)
            .Select(part => new PartPlan(part, nodeOf[part.Id], drawings[part.Drawing!], Warp(film, member, part, drawings, slots, rigs)))
            .Where(part => !part.Part.Hidden && part.Part.Opacity > 0)
            .ToArray();
        return new CastPlan
        {
            Member = member,
            Puppet = puppet,
            BodySlot = body,
            Nodes = nodes,
            Reaches = reaches,
            Painted = painted,
            NodeOf = nodeOf,
        };
    }

    private static NodePlan Node(string id, CastMember member, Puppet puppet, ImmutableDictionary<string, int> nodeOf, SlotTable slots)
    {
        if (puppet.Parts.FirstOrDefault(part => part.Id == id) is { } part)
        {
            return new NodePlan(id, false, Carrier(part.RidesOn), part.Pivot, slots.Add(member.Id, id, Properties.OfPart), -1, -1);
        }

        var bone = puppet.Bones.First(candidate => candidate.Id == id);
        var upper = IndexWhere(puppet, reach => reach.Upper == id);
        var lower = IndexWhere(puppet, reach => reach.Lower == id);
        return new NodePlan(id, true, Carrier(bone.RidesOn), bone.Start, slots.Add(member.Id, id, Properties.OfBone), upper, lower);

        int Carrier(string? ridesOn) => ridesOn is null ? -1 : nodeOf[ridesOn];
    }

    private static int IndexWhere(Puppet puppet, Func<Reach, bool> which)
    {
        for (var i = 0; i < puppet.Reaches.Length; i++)
        {
            if (which(puppet.Reaches[i]))
            {
                return i;
            }
        }

        return -1;
    }

    private static ReachPlan Reach(Reach reach, Puppet puppet, int slot)
    {
        var upper = puppet.Bones.First(bone => bone.Id == reach.Upper);
        var lower = puppet.Bones.First(bone => bone.Id == reach.Lower);
        var (toJoint, toEnd) = (lower.Start - upper.Start, lower.End - lower.Start);
        return new ReachPlan(reach, slot, upper.Start, lower.End, toJoint.Length, toEnd.Length, toJoint.AngleRadians, toEnd.AngleRadians);
    }

    private static WarpPlan? Warp(Film film, CastMember member, Part part, Dictionary<string, int> drawings, SlotTable slots, RigCache rigs)
    {
        if (part.Pins.IsEmpty || part.Mesh is null)
        {
            return null;
        }

        var pinSlots = part.Pins.Select(pin => slots.Add(member.Id, pin.Id, Properties.OfPoint)).ToArray();
        var system = rigs.SystemOf(film.Drawings[drawings[part.Drawing!]], part.Mesh, part.Pins);
        return system is null ? null : new WarpPlan(system, pinSlots);
    }

    private static List<string> CarriersFirst(Puppet puppet)
    {
        var carrier = puppet.Bones.Select(bone => (bone.Id, bone.RidesOn)).Concat(puppet.Parts.Select(part => (part.Id, part.RidesOn)))
            .ToDictionary(pair => pair.Id, pair => pair.RidesOn, StringComparer.Ordinal);
        var order = new List<string>(carrier.Count);
        var placed = new HashSet<string>(StringComparer.Ordinal);
        foreach (var id in carrier.Keys)
        {
            Place(id);
        }

        return order;

        void Place(string id)
        {
            if (placed.Add(id))
            {
                if (carrier[id] is { } on)
                {
                    Place(on);
                }

                order.Add(id);
            }
        }
    }
}
