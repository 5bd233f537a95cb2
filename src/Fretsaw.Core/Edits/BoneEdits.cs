using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Edits;

public sealed record AddBone(string PuppetId, Bone Bone) : Edit
{
    public override string Title => "Drew a bone";

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

    public override string Title => Name is null ? "Changed a bone" : "Renamed a bone";

    protected internal override Film Change(Film film) => film.WithPuppet(PuppetId, puppet => puppet with
    {
        Bones = puppet.Bones.With(BoneId, "bone", bone => bone with
        {
            Name = Name ?? bone.Name,
            Start = Start ?? bone.Start,
            End = End ?? bone.End,
            RidesOn = RidesOn.Or(bone.RidesOn),
        }),
    });
}

/// <summary>What rode on the bone rides on what carried it; reaches through the bone go.</summary>
public sealed record RemoveBone(string PuppetId, string BoneId) : Edit
{
    public override string Title => "Removed a bone";

    protected internal override Film Change(Film film)
    {
        var puppet = film.Puppets.Find(PuppetId, "puppet");
        var bone = puppet.Bones.Find(BoneId, "bone");
        var reaches = puppet.Reaches.Where(reach => reach.Upper == BoneId || reach.Lower == BoneId).ToList();
        var after = film.WithPuppet(PuppetId, p => p with
        {
            Reaches = p.Reaches.RemoveRange(reaches),
            Bones = [.. p.Bones.Remove(bone).Select(other => other.RidesOn == BoneId ? other with { RidesOn = bone.RidesOn } : other)],
            Parts = [.. p.Parts.Select(part => part.RidesOn == BoneId ? part with { RidesOn = bone.RidesOn } : part)],
        });
        return Unused.DropChannels(after, PuppetId, [BoneId, .. reaches.Select(reach => reach.Id)]);
    }
}

public sealed record AddReach(string PuppetId, Reach Reach) : Edit
{
    public override string Title => "Made a reach";

    protected internal override Film Change(Film film) =>
        film.WithPuppet(PuppetId, puppet => puppet with { Reaches = puppet.Reaches.Add(Reach) });
}

public sealed record ChangeReach(string PuppetId, string ReachId) : Edit
{
    public string? Name { get; init; }

    public int? Bend { get; init; }

    public override string Title => Name is null ? "Turned a reach's bend" : "Renamed a reach";

    protected internal override Film Change(Film film) => film.WithPuppet(PuppetId, puppet => puppet with
    {
        Reaches = puppet.Reaches.With(ReachId, "reach", reach => reach with { Name = Name ?? reach.Name, Bend = Bend ?? reach.Bend }),
    });
}

public sealed record RemoveReach(string PuppetId, string ReachId) : Edit
{
    public override string Title => "Removed a reach";

    protected internal override Film Change(Film film) => Unused.DropChannels(
        film.WithPuppet(PuppetId, puppet => puppet with { Reaches = puppet.Reaches.Without(ReachId, "reach") }),
        PuppetId,
        [ReachId]);
}
