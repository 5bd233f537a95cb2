using Fretsaw.Core.Films;

namespace Fretsaw.Core.Engine;

/// <summary>A shot compiled to flat arrays: everything that does not change from frame to frame. Read-only; shared by threads.</summary>
public sealed record Plan
{
    public required Film Film { get; init; }

    public required Shot Shot { get; init; }

    public required SlotLayout Slots { get; init; }

    public required TrackTable Tracks { get; init; }

    /// <summary>First of the camera's slots, see <see cref="CameraSlots"/>.</summary>
    public required int CameraSlot { get; init; }

    /// <summary>The strength of the wind.</summary>
    public required int WindSlot { get; init; }

    /// <summary>In the shot's order.</summary>
    public required ThingPlan[] Things { get; init; }

    /// <summary>Pictures that are worked by, each with the indices of its drawings.</summary>
    public (Reference Reference, int[] Drawings)[] References { get; init; } = [];

    /// <summary>Left out (alpha 0) in prints with alpha and on the rig bench.</summary>
    public Colour Backdrop { get; init; }

    /// <summary>The frame whose drawing stands at a frame of a rough pass; else the frame itself.</summary>
    public double Drawn(double frame) => Stepping.Drawn(frame, Shot.RoughRate, Film.FrameRate);

    public ThingPlan? Find(string id) => Array.Find(Things, thing => thing.Thing.Id == id);

    /// <summary>
    /// What an owner's values depend on besides what it is made of, each to be compared as the object it is: the sampler's, then what
    /// the <see cref="Pipeline"/> lays over that.
    /// </summary>
    public IEnumerable<object> DependsOn(string owner) =>
        Tracks.Of(owner).DependsOn.Concat(Shot.Cues.Where(cue => cue.Owner == owner)).Concat(Find(owner)?.Puppet is null ? [] : Film.Kept.Where(kept => kept.IsExpression));

    /// <summary>
    /// The plan of a film and shot that differ from this plan's in keys and cards alone: everything else is shared. A drag that
    /// poses does this when it makes its keys.
    /// </summary>
    /// <returns>Null when more than keys is different.</returns>
    public Plan? WithKeysOf(Film film, Shot shot) =>
        (film with { Shots = Film.Shots }) == Film && (shot with { Tracks = Shot.Tracks, Cards = Shot.Cards }) == Shot
            ? this with { Film = film, Shot = shot, Tracks = Tracks.After(film, shot) }
            : null;
}

/// <summary>Something on the stage.</summary>
/// <param name="Index">Its place among the shot's things.</param>
/// <param name="Slot">First of its stand's slots, see <see cref="StandSlots"/>.</param>
/// <param name="Drawing">For a picture, index into the film's drawings; else −1.</param>
/// <param name="Puppet">For a puppet the plan that all its uses share; its values are a slice behind those of the stand.</param>
public sealed record ThingPlan(Thing Thing, int Index, int Slot, int Drawing, PuppetPlan? Puppet, int PuppetSlot)
{
    /// <summary>Frames from one drawing of it to the next.</summary>
    public int Every { get; init; } = 1;

    /// <summary>The kept expressions that its puppet can have.</summary>
    public ExpressionPlan[] Expressions { get; init; } = [];

    /// <summary>Its parts that others on the stage may carry.</summary>
    public LentPlan[] Lent { get; init; } = [];

    /// <summary>What its mouth shows as it speaks; null for one that has no cues.</summary>
    public MouthPlan? Mouths { get; init; }

    /// <summary>As a number in the <see cref="SlotLayout"/>.</summary>
    public int Owner => SlotLayout.FirstThing + Index;

    /// <summary>This thing's puppet's values out of those of all.</summary>
    public Span<double> PuppetValues(double[] values) => values.AsSpan(PuppetSlot, Puppet!.Values.Count);

    /// <summary>The values of its stand out of those of all.</summary>
    public ReadOnlySpan<double> StandValues(double[] values) => values.AsSpan(Slot, PuppetSlot - Slot);
}
