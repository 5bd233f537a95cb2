using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>
/// What turns one film into another: what takes an edit back, and what an edit tells those who keep a film. It names only what
/// differs, so one person's undo leaves alone what another did meanwhile elsewhere. A head is a thing without its lists, and is there
/// when something in it differs; what is not told, or not there any more, stays as it is.
/// </summary>
public sealed record FilmChange
{
    public Film? Head { get; init; }

    public ListChange<Drawing, string>? Drawings { get; init; }

    public ListChange<Puppet, string>? Puppets { get; init; }

    public ListChange<Shot, string>? Shots { get; init; }

    public ListChange<KeptChart, string>? Charts { get; init; }

    public ListChange<Kept, string>? Kept { get; init; }

    public ListChange<Sound, string>? Sounds { get; init; }

    public ImmutableArray<PuppetChange> InPuppets { get; init; } = [];

    public ImmutableArray<ShotChange> InShots { get; init; } = [];

    /// <summary>
    /// Found by comparing: films share what an edit did not touch, so most comparisons are of references and the cost follows the
    /// size of the edit.
    /// </summary>
    public static FilmChange Between(Film from, Film to) => new()
    {
        Head = HeadOf(from) == HeadOf(to) ? null : HeadOf(to),
        Drawings = ListChange.Between<Drawing, string>(from.Drawings, to.Drawings),
        Puppets = ListChange.Between<Puppet, string>(from.Puppets, to.Puppets, inside: true),
        Shots = ListChange.Between<Shot, string>(from.Shots, to.Shots, inside: true),
        Charts = ListChange.Between<KeptChart, string>(from.Charts, to.Charts),
        Kept = ListChange.Between<Kept, string>(from.Kept, to.Kept),
        Sounds = ListChange.Between<Sound, string>(from.Sounds, to.Sounds),
        InPuppets = ListChange.Inside<Puppet, string, PuppetChange>(from.Puppets, to.Puppets, PuppetChange.Between),
        InShots = ListChange.Inside<Shot, string, ShotChange>(from.Shots, to.Shots, ShotChange.Between),
    };

    public Film Apply(Film film)
    {
        var after = Head is null ? film : Head with { Drawings = film.Drawings, Puppets = film.Puppets, Shots = film.Shots, Charts = film.Charts, Kept = film.Kept, Sounds = film.Sounds };
        return after with
        {
            Drawings = Drawings?.Apply(film.Drawings) ?? film.Drawings,
            Puppets = (Puppets?.Apply(film.Puppets) ?? film.Puppets).Each(InPuppets, change => change.Id, (change, puppet) => change.Apply(puppet)),
            Shots = (Shots?.Apply(film.Shots) ?? film.Shots).Each(InShots, change => change.Id, (change, shot) => change.Apply(shot)),
            Charts = Charts?.Apply(film.Charts) ?? film.Charts,
            Kept = Kept?.Apply(film.Kept) ?? film.Kept,
            Sounds = Sounds?.Apply(film.Sounds) ?? film.Sounds,
        };
    }

    private static Film HeadOf(Film film) => film with { Drawings = [], Puppets = [], Shots = [], Charts = [], Kept = [], Sounds = [] };
}

public sealed record PuppetChange(string Id)
{
    public Puppet? Head { get; init; }

    public ListChange<Part, string>? Parts { get; init; }

    public ListChange<Bone, string>? Bones { get; init; }

    public ListChange<Reach, string>? Reaches { get; init; }

    public ListChange<Dial, string>? Dials { get; init; }

    public ImmutableArray<PartChange> InParts { get; init; } = [];

    /// <returns>Null when nothing differs.</returns>
    internal static PuppetChange? Between(Puppet from, Puppet to)
    {
        var change = new PuppetChange(to.Id)
        {
            Head = HeadOf(from) == HeadOf(to) ? null : HeadOf(to),
            Parts = ListChange.Between<Part, string>(from.Parts, to.Parts, inside: true),
            Bones = ListChange.Between<Bone, string>(from.Bones, to.Bones),
            Reaches = ListChange.Between<Reach, string>(from.Reaches, to.Reaches),
            Dials = ListChange.Between<Dial, string>(from.Dials, to.Dials),
            InParts = ListChange.Inside<Part, string, PartChange>(from.Parts, to.Parts, PartChange.Between),
        };
        return change == new PuppetChange(to.Id) ? null : change;
    }

    internal Puppet Apply(Puppet puppet)
    {
        var after = Head is null ? puppet : Head with { Parts = puppet.Parts, Bones = puppet.Bones, Reaches = puppet.Reaches, Dials = puppet.Dials };
        return after with
        {
            Parts = (Parts?.Apply(puppet.Parts) ?? puppet.Parts).Each(InParts, change => change.Id, (change, part) => change.Apply(part)),
            Bones = Bones?.Apply(puppet.Bones) ?? puppet.Bones,
            Reaches = Reaches?.Apply(puppet.Reaches) ?? puppet.Reaches,
            Dials = Dials?.Apply(puppet.Dials) ?? puppet.Dials,
        };
    }

    private static Puppet HeadOf(Puppet puppet) => puppet with { Parts = [], Bones = [], Reaches = [], Dials = [] };
}

public sealed record PartChange(string Id)
{
    /// <summary>Its bend, when it has one, without strokes.</summary>
    public Part? Head { get; init; }

    public ListChange<Swap, string>? Swaps { get; init; }

    public ListChange<Form, string>? Forms { get; init; }

    public ListChange<Pin, string>? Pins { get; init; }

    public ListChange<StiffPatch, string>? Patches { get; init; }

    public ListChange<Knead, string>? Kneads { get; init; }

    public ImmutableArray<KneadChange> InKneads { get; init; } = [];

    public Splice<WeightStroke>? WeightStrokes { get; init; }

    /// <returns>Null when nothing differs.</returns>
    internal static PartChange? Between(Part from, Part to)
    {
        var change = new PartChange(to.Id)
        {
            Head = HeadOf(from) == HeadOf(to) ? null : HeadOf(to),
            Swaps = ListChange.Between<Swap, string>(from.Swaps, to.Swaps),
            Forms = ListChange.Between<Form, string>(from.Forms, to.Forms),
            Pins = ListChange.Between<Pin, string>(from.Pins, to.Pins),
            Patches = ListChange.Between<StiffPatch, string>(from.Patches, to.Patches),
            Kneads = ListChange.Between<Knead, string>(from.Kneads, to.Kneads, inside: true),
            InKneads = ListChange.Inside<Knead, string, KneadChange>(from.Kneads, to.Kneads, KneadChange.Between),
            WeightStrokes = Splice.Between(from.Bend?.Strokes ?? [], to.Bend?.Strokes ?? []),
        };
        return change == new PartChange(to.Id) ? null : change;
    }

    internal Part Apply(Part part)
    {
        var after = Head is null ? part : Head with { Swaps = part.Swaps, Forms = part.Forms, Pins = part.Pins, Patches = part.Patches, Kneads = part.Kneads };
        var strokes = part.Bend?.Strokes ?? [];
        return after with
        {
            Swaps = Swaps?.Apply(part.Swaps) ?? part.Swaps,
            Forms = Forms?.Apply(part.Forms) ?? part.Forms,
            Pins = Pins?.Apply(part.Pins) ?? part.Pins,
            Patches = Patches?.Apply(part.Patches) ?? part.Patches,
            Kneads = (Kneads?.Apply(part.Kneads) ?? part.Kneads).Each(InKneads, change => change.Id, (change, knead) => change.Apply(knead)),
            Bend = after.Bend is null ? null : after.Bend with { Strokes = WeightStrokes?.Apply(strokes) ?? strokes },
        };
    }

    private static Part HeadOf(Part part) => part with
    {
        Swaps = [],
        Forms = [],
        Pins = [],
        Patches = [],
        Kneads = [],
        Bend = part.Bend is null ? null : part.Bend with { Strokes = [] },
    };
}

public sealed record KneadChange(string Id)
{
    public Knead? Head { get; init; }

    public Splice<KneadStroke>? Strokes { get; init; }

    /// <returns>Null when nothing differs.</returns>
    internal static KneadChange? Between(Knead from, Knead to)
    {
        var change = new KneadChange(to.Id)
        {
            Head = HeadOf(from) == HeadOf(to) ? null : HeadOf(to),
            Strokes = Splice.Between(from.Strokes, to.Strokes),
        };
        return change == new KneadChange(to.Id) ? null : change;
    }

    internal Knead Apply(Knead knead) => (Head ?? knead) with { Strokes = Strokes?.Apply(knead.Strokes) ?? knead.Strokes };

    private static Knead HeadOf(Knead knead) => knead with { Strokes = [] };
}

public sealed record ShotChange(string Id)
{
    public Shot? Head { get; init; }

    public ListChange<Thing, string>? Things { get; init; }

    public ListChange<Track, Address>? Tracks { get; init; }

    public ImmutableArray<TrackChange> InTracks { get; init; } = [];

    public ListChange<Card, CardPlace>? Cards { get; init; }

    public ListChange<Placed, string>? Placed { get; init; }

    public ListChange<SoundUse, string>? Sounds { get; init; }

    public ListChange<Cue, CardPlace>? Cues { get; init; }

    public ListChange<Shake, string>? Shakes { get; init; }

    public ListChange<Reference, string>? References { get; init; }

    public ListChange<Aside, string>? Asides { get; init; }

    /// <returns>Null when nothing differs.</returns>
    internal static ShotChange? Between(Shot from, Shot to)
    {
        var change = new ShotChange(to.Id)
        {
            Head = HeadOf(from) == HeadOf(to) ? null : HeadOf(to),
            Things = ListChange.Between<Thing, string>(from.Things, to.Things),
            Tracks = ListChange.Between<Track, Address>(from.Tracks, to.Tracks, inside: true, sorted: true),
            InTracks = ListChange.Inside<Track, Address, TrackChange>(from.Tracks, to.Tracks, TrackChange.Between),
            Cards = ListChange.Between<Card, CardPlace>(from.Cards, to.Cards, sorted: true),
            Placed = ListChange.Between<Placed, string>(from.Placed, to.Placed),
            Sounds = ListChange.Between<SoundUse, string>(from.Sounds, to.Sounds),
            Cues = ListChange.Between<Cue, CardPlace>(from.Cues, to.Cues, sorted: true),
            Shakes = ListChange.Between<Shake, string>(from.Shakes, to.Shakes),
            References = ListChange.Between<Reference, string>(from.References, to.References),
            Asides = ListChange.Between<Aside, string>(from.Asides, to.Asides),
        };
        return change == new ShotChange(to.Id) ? null : change;
    }

    internal Shot Apply(Shot shot)
    {
        var after = Head is null ? shot : Head with
        {
            Things = shot.Things,
            Tracks = shot.Tracks,
            Cards = shot.Cards,
            Placed = shot.Placed,
            Sounds = shot.Sounds,
            Cues = shot.Cues,
            Shakes = shot.Shakes,
            References = shot.References,
            Asides = shot.Asides,
        };
        return after with
        {
            Things = Things?.Apply(shot.Things) ?? shot.Things,
            Tracks = (Tracks?.ApplySorted(shot.Tracks) ?? shot.Tracks).Each(InTracks, change => change.Address, (change, track) => change.Apply(track)),
            Cards = Cards?.ApplySorted(shot.Cards) ?? shot.Cards,
            Placed = Placed?.Apply(shot.Placed) ?? shot.Placed,
            Sounds = Sounds?.Apply(shot.Sounds) ?? shot.Sounds,
            Cues = Cues?.ApplySorted(shot.Cues) ?? shot.Cues,
            Shakes = Shakes?.Apply(shot.Shakes) ?? shot.Shakes,
            References = References?.Apply(shot.References) ?? shot.References,
            Asides = Asides?.Apply(shot.Asides) ?? shot.Asides,
        };
    }

    private static Shot HeadOf(Shot shot) => shot with { Things = [], Tracks = [], Cards = [], Placed = [], Sounds = [], Cues = [], Shakes = [], References = [], Asides = [] };
}

public sealed record TrackChange(Address Address)
{
    public Track? Head { get; init; }

    public ListChange<Key, int>? Keys { get; init; }

    /// <summary>A track that has become one of another kind is put whole.</summary>
    /// <returns>Null when nothing differs.</returns>
    internal static TrackChange? Between(Track from, Track to)
    {
        if (from.GetType() != to.GetType())
        {
            return new TrackChange(to.Address) { Head = to };
        }

        var change = new TrackChange(to.Address)
        {
            Head = from.WithKeys([]) == to.WithKeys([]) ? null : to.WithKeys([]),
            Keys = ListChange.Between<Key, int>(from.AllKeys, to.AllKeys, sorted: true),
        };
        return change == new TrackChange(to.Address) ? null : change;
    }

    internal Track Apply(Track track) => Head is not null && Head.GetType() != track.GetType()
        ? Head
        : (Head ?? track).WithKeys(Keys?.ApplySorted(track.AllKeys) ?? track.AllKeys);
}
