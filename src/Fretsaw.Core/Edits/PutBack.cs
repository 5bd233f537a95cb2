using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Edits;

/// <summary>
/// Puts named things back as they were. It names only what an edit touched, so undoing one person's edit leaves
/// alone what another did meanwhile elsewhere.
/// </summary>
public sealed record PutBack : Edit
{
    public ChangeFilm? Settings { get; init; }

    public ListChange<Drawing>? Drawings { get; init; }

    public ListChange<Puppet>? Puppets { get; init; }

    public ListChange<Shot>? Shots { get; init; }

    public ImmutableArray<PuppetChange> InPuppets { get; init; } = [];

    public ImmutableArray<ShotChange> InShots { get; init; } = [];

    public override string Title => "Put back";

    protected internal override Film Change(Film film)
    {
        var after = Settings?.Change(film) ?? film;
        after = after with
        {
            Drawings = Drawings?.Apply(after.Drawings) ?? after.Drawings,
            Puppets = Puppets?.Apply(after.Puppets) ?? after.Puppets,
            Shots = Shots?.Apply(after.Shots) ?? after.Shots,
        };
        after = InPuppets.Aggregate(after, (current, change) => current.WithPuppet(change.Id, change.Apply));
        return InShots.Aggregate(after, (current, change) => current.WithShot(change.Id, change.Apply));
    }
}

public sealed record PuppetChange(string Id, string Name, Point Origin)
{
    public ListChange<Part>? Parts { get; init; }

    public ListChange<Bone>? Bones { get; init; }

    public ListChange<Reach>? Reaches { get; init; }

    public ListChange<Dial>? Dials { get; init; }

    /// <summary>"" for none; null in logs from before there was a shelf, which leaves it.</summary>
    public string? Shelf { get; init; }

    public Puppet Apply(Puppet puppet) => puppet with
    {
        Name = Name,
        Origin = Origin,
        Parts = Parts?.Apply(puppet.Parts) ?? puppet.Parts,
        Bones = Bones?.Apply(puppet.Bones) ?? puppet.Bones,
        Reaches = Reaches?.Apply(puppet.Reaches) ?? puppet.Reaches,
        Dials = Dials?.Apply(puppet.Dials) ?? puppet.Dials,
        Shelf = Shelf.Or(puppet.Shelf),
    };
}

public sealed record ShotChange(string Id, string Name, int Length)
{
    public ListChange<CastMember>? Cast { get; init; }

    public ListChange<Flat>? Flats { get; init; }

    public ListChange<Channel>? Channels { get; init; }

    public ListChange<Shake>? Shakes { get; init; }

    public Wind? Wind { get; init; }

    public Shot Apply(Shot shot) => shot with
    {
        Name = Name,
        Length = Length,
        Cast = Cast?.Apply(shot.Cast) ?? shot.Cast,
        Flats = Flats?.Apply(shot.Flats) ?? shot.Flats,
        Channels = Channels?.Apply(shot.Channels) ?? shot.Channels,
        Shakes = Shakes?.Apply(shot.Shakes) ?? shot.Shakes,
        Wind = Wind ?? shot.Wind,
    };
}
