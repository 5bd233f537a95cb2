using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Puppets;

namespace Fretsaw.Core.Engine;

/// <summary>A puppet → its plan: nodes, chains, dials and follow-through here, parts in <see cref="PartCompiler"/>.</summary>
internal sealed class PuppetCompiler
{
    private readonly Film film;
    private readonly Puppet puppet;
    private readonly ValueTable values;
    private readonly IReadOnlyDictionary<string, int> drawings;
    private readonly RigCache rigs;
    private readonly List<FollowThroughPlan> followThroughs = [];

    public PuppetCompiler(Film film, Puppet puppet, IReadOnlyDictionary<string, int> drawings, RigCache rigs)
    {
        (this.film, this.puppet, this.drawings, this.rigs) = (film, puppet, drawings, rigs);
        values = new ValueTable(Properties.OfPuppet(puppet));
    }

    public PuppetPlan Compile(CancellationToken cancel)
    {
        var order = Carriers.InOrder(puppet);
        var nodeOf = order.Select((id, index) => (id, index)).ToImmutableDictionary(pair => pair.id, pair => pair.index);
        var chains = puppet.Reaches.Select(reach => PuppetCheck.ChainOf(puppet, reach.Upper, reach.Lower, $"reach '{reach.Name}'")).ToList();
        var parts = puppet.Parts.ToDictionary(part => part.Id, StringComparer.Ordinal);
        var bones = puppet.Bones.ToDictionary(bone => bone.Id, StringComparer.Ordinal);
        var nodes = order.Select(id => bones.TryGetValue(id, out var bone) ? Node(bone, chains, nodeOf) : Node(parts[id], nodeOf)).ToArray();
        var compiler = new PartCompiler(film, puppet, drawings, rigs, nodeOf, SlotOf, Follow);
        var drawn = compiler.Compile(cancel);
        foreach (var part in puppet.Parts.Where(part => part.FollowThrough is not null))
        {
            Follow(part.FollowThrough!, nodeOf[part.Id], FarEnd(part), -1, part.Id);
        }

        foreach (var bone in puppet.Bones.Where(bone => bone.FollowThrough is not null))
        {
            Follow(bone.FollowThrough!, nodeOf[bone.Id], bone.End, -1, bone.Id);
        }

        return new PuppetPlan
        {
            Puppet = puppet,
            Values = values,
            BodySlot = SlotOf(Address.Body, Properties.Turn.Name),
            Dials = [.. puppet.Dials.Select(Dial)],
            Nodes = nodes,
            Reaches = [.. puppet.Reaches.Select((reach, i) => Reach(reach, chains[i], nodeOf))],
            FollowThroughs = [.. followThroughs],
            Parts = drawn,
            Painted = [.. drawn.Where(part => !part.Part.Hidden && part.Part.Opacity > 0)],
            Fronts = [.. drawn.Where(part => !part.Part.MayLieBehind.IsEmpty).Select(part => new FrontPlan(
                part.Index, SlotOf(part.Part.Id, Properties.Lies.Name), [.. part.Part.MayLieBehind.Select(id => Array.FindIndex(drawn, other => other.Part.Id == id))]))],
            RestBox = drawn.Aggregate(default(Box), (box, part) => box.With(film.Drawings[part.Drawing].Bounds)),
            NodeOf = nodeOf,
            Unfollowed = [.. puppet.Parts.SelectMany(part => part.Pins).Where(pin => pin.FollowThrough is null).Select(pin => pin.Id)],
        };
    }

    private int SlotOf(string thing, string property) => values.Find(thing, property);

    private int Follow(FollowThrough follow, int node, Point tip, int shiftSlot, string thing)
    {
        followThroughs.Add(new FollowThroughPlan(
            follow, new Spring(follow, 1 / film.FrameRate), node, tip, shiftSlot,
            SlotOf(thing, Properties.FollowThrough.Name), Spring.MemoryFrames(follow, film.FrameRate)));
        return followThroughs.Count - 1;
    }

    /// <summary>The corner of the art's box that is farthest from the pivot: there a lag shows most.</summary>
    private Point FarEnd(Part part)
    {
        var box = part.Drawing is null ? default : film.Drawings[drawings[part.Drawing]].Bounds;
        Point[] ends = [new(box.X, box.Centre.Y), new(box.Right, box.Centre.Y), new(box.Centre.X, box.Y), new(box.Centre.X, box.Bottom)];
        var far = ends.MaxBy(end => (end - part.Pivot).Length);
        return (far - part.Pivot).Length < 1 ? part.Pivot + new Point(0, 100) : far;
    }

    private NodePlan Node(Part part, ImmutableDictionary<string, int> nodeOf) =>
        new(part.Id, false, Carrier(part.RidesOn, nodeOf), part.Pivot, SlotOf(part.Id, Properties.Turn.Name), default, -1, -1)
        {
            RidesSlot = SlotOf(part.Id, Properties.RidesOn.Name),
            Others = [.. part.AlsoRidesOn.Select(id => Carrier(id, nodeOf))],
            RidesOnEnd = part.RidesOnEnd,
        };

    private NodePlan Node(Bone bone, List<ImmutableArray<Bone>> chains, ImmutableDictionary<string, int> nodeOf)
    {
        var reach = chains.FindIndex(chain => chain.Contains(bone));
        return new NodePlan(
            bone.Id, true, Carrier(bone.RidesOn, nodeOf), bone.Start, SlotOf(bone.Id, Properties.Turn.Name), bone.End - bone.Start,
            reach, reach < 0 ? -1 : chains[reach].IndexOf(bone))
        {
            KeepsArea = bone.KeepsArea,
            RidesOnEnd = true,
        };
    }

    private static int Carrier(string? ridesOn, ImmutableDictionary<string, int> nodeOf) => ridesOn switch
    {
        null or Address.Body => NodePlan.TheBody,
        Address.Stand => NodePlan.TheStand,
        _ => nodeOf[ridesOn],
    };

    private ReachPlan Reach(Reach reach, ImmutableArray<Bone> chain, ImmutableDictionary<string, int> nodeOf) => new(
        reach, SlotOf(reach.Id, Properties.ShiftX.Name), [.. chain.Select(bone => nodeOf[bone.Id])],
        [.. chain.Select(bone => bone.Start), chain[^1].End], [.. chain.Select(bone => bone.Limit)]);

    private DialPlan Dial(Dial dial) => new(
        rigs.MixOf(dial), SlotOf(dial.Id, Properties.Across.Name), dial.IsPad, [.. dial.Stations.Select(Station)]);

    /// <summary>Values of things that are gone, or that a thing no longer has, are passed over.</summary>
    private StationPlan Station(Station station)
    {
        var moved = station.Values.Select(value => (Value: value, Slot: SlotOf(value.Thing, value.Property))).Where(value => value.Slot >= 0).ToList();
        return new StationPlan([.. moved.Select(value => value.Slot)], [.. moved.Select(value => Offset(value.Value, values.PropertyOf(value.Slot)))]);
    }

    private static double Offset(StationValue value, PropertyInfo property) =>
        property.Jumps ? property.NumberOf(value.Choice ?? "") : value.Value - property.Default;
}
