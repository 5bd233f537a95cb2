using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Edits;

public sealed record AddBone(string PuppetId, Bone Bone) : Edit
{
    public override string Title => "Draw bone";

    protected internal override Film Change(Film film) =>
        film.WithPuppet(PuppetId, puppet => puppet with { Bones = puppet.Bones.Add(Bone) });
}

public sealed record ChangeBone(string PuppetId, string BoneId) : Edit
{
    public string? Name { get; init; }

    public Point? Start { get; init; }

    public Point? End { get; init; }

    /// <summary>"" for the whole body.</summary>
    public string? RidesOn { get; init; }

    public TurnLimit? Limit { get; init; }

    public bool WithoutLimit { get; init; }

    public double? SharePercent { get; init; }

    public bool? KeepsArea { get; init; }

    public FollowThrough? FollowThrough { get; init; }

    public bool WithoutFollowThrough { get; init; }

    public override string Title => this switch
    {
        { Name: not null } => "Rename bone",
        { KeepsArea: not null } => "Change area of bone",
        _ => "Change bone",
    };

    protected internal override Film Change(Film film) => film.WithPuppet(PuppetId, puppet => puppet with
    {
        Bones = puppet.Bones.With(BoneId, "bone", bone => bone with
        {
            Name = Name ?? bone.Name,
            Start = Start ?? bone.Start,
            End = End ?? bone.End,
            RidesOn = RidesOn.Or(bone.RidesOn),
            Limit = WithoutLimit ? null : Limit ?? bone.Limit,
            SharePercent = SharePercent ?? bone.SharePercent,
            KeepsArea = KeepsArea ?? bone.KeepsArea,
            FollowThrough = WithoutFollowThrough ? null : FollowThrough ?? bone.FollowThrough,
        }),
    });
}

/// <summary>What rode on the bone rides on what carried it; reaches through the bone go.</summary>
public sealed record RemoveBone(string PuppetId, string BoneId) : Edit
{
    public override string Title => "Delete bone";

    protected internal override Film Change(Film film)
    {
        var puppet = film.Puppets.Find(PuppetId, "puppet");
        var bone = puppet.Bones.Find(BoneId, "bone");
        var reaches = puppet.Reaches
            .Where(reach => PuppetCheck.ChainOf(puppet, reach.Upper, reach.Lower, $"reach '{reach.Name}'").Contains(bone)).ToList();
        var after = film.WithPuppet(PuppetId, p => p with
        {
            Reaches = p.Reaches.RemoveRange(reaches),
            Bones = [.. p.Bones.Remove(bone).Select(other => other.RidesOn == BoneId ? other with { RidesOn = bone.RidesOn } : other)],
            Parts = [.. p.Parts.Select(part => Let(part, bone))],
        });
        return Unused.Forget(after, PuppetId);
    }

    /// <summary>A part goes on without the bone: a limb of it or a bend by one other bone cannot be.</summary>
    private static Part Let(Part part, Bone bone)
    {
        var let = Carried.Without(part, bone.Id, bone.RidesOn);
        if (let.Limb is { } limb && (limb.Upper == bone.Id || limb.Lower == bone.Id))
        {
            let = let with { Limb = null };
        }

        if (let.Bend is { } bend && bend.Bones.Contains(bone.Id))
        {
            let = let with
            {
                Bend = bend.Bones.Length == 2 ? null : bend with
                {
                    Bones = bend.Bones.Remove(bone.Id),
                    Strokes = bend.Strokes.RemoveAll(stroke => stroke.Bone == bone.Id),
                    Mirror = bend.Mirror is { } mirror ? mirror with { Pairs = mirror.Pairs.RemoveAll(pair => pair.One == bone.Id || pair.Other == bone.Id) } : null,
                },
            };
        }

        return let.Pins.Any(pin => pin.RidesOn == bone.Id)
            ? let with { Pins = [.. let.Pins.Select(pin => pin.RidesOn == bone.Id ? pin with { RidesOn = bone.RidesOn } : pin)] }
            : let;
    }
}

public sealed record AddReach(string PuppetId, Reach Reach) : Edit
{
    public override string Title => "Make IK chain";

    protected internal override Film Change(Film film) =>
        film.WithPuppet(PuppetId, puppet => puppet with { Reaches = puppet.Reaches.Add(Reach) });
}

public sealed record ChangeReach(string PuppetId, string ReachId) : Edit
{
    public string? Name { get; init; }

    public int? Bend { get; init; }

    public double? StretchPercent { get; init; }

    public ReachMethod? Method { get; init; }

    public override string Title => this switch
    {
        { Name: not null } => "Rename IK chain",
        { Bend: not null } => "Turn bend of IK chain",
        { Method: not null } => "Update IK chain",
        _ => "Change stretch of IK chain",
    };

    protected internal override Film Change(Film film) => film.WithPuppet(PuppetId, puppet => puppet with
    {
        Reaches = puppet.Reaches.With(ReachId, "reach", reach => reach with
        {
            Name = Name ?? reach.Name,
            Bend = Bend ?? reach.Bend,
            StretchPercent = StretchPercent ?? reach.StretchPercent,
            Method = Method ?? reach.Method,
        }),
    });
}

public sealed record RemoveReach(string PuppetId, string ReachId) : Edit
{
    public override string Title => "Delete IK chain";

    protected internal override Film Change(Film film) => Unused.Forget(
        film.WithPuppet(PuppetId, puppet => puppet with { Reaches = puppet.Reaches.Without(ReachId, "reach") }), PuppetId);
}
