using System.Collections.Immutable;
using System.Text.Json.Serialization;

namespace Fretsaw.Core.Films;

/// <summary>What a mouth does for a sound of speech, by how it is articulated.</summary>
public enum Mouth
{
    /// <summary>Silence: as the mouth rests while somebody speaks.</summary>
    Rest,

    /// <summary>Lips together: m, b, p.</summary>
    Shut,

    /// <summary>Lower lip at the teeth: f, v.</summary>
    Teeth,

    /// <summary>Tongue at or between the teeth: l, n, t, d, th.</summary>
    Tongue,

    /// <summary>Corners apart: ee, s, y.</summary>
    Wide,

    /// <summary>Half open: e, uh, k, g, h, r.</summary>
    Half,

    /// <summary>Open: ah, a.</summary>
    Open,

    /// <summary>Rounded and open: o, aw.</summary>
    Round,

    /// <summary>Rounded and narrow: oo, w.</summary>
    Narrow,

    /// <summary>Nothing is said: the mouth is as keyed.</summary>
    Keyed,
}

/// <summary>Which mouth shows from a frame on, until the next cue.</summary>
/// <param name="Owner">Id of the thing on the stage that speaks.</param>
/// <param name="Frame">Where its sound begins, 1-based; the picture may lead, see <see cref="MouthChart.LeadFrames"/>.</param>
public sealed record Cue(string Owner, int Frame, Mouth Mouth) : IKeyed<CardPlace>
{
    CardPlace IKeyed<CardPlace>.Key => Place;

    [JsonIgnore]
    public CardPlace Place => new(Owner, Frame);
}

/// <summary>What a puppet's mouths are, so that the same cues speak with any puppet.</summary>
public sealed record MouthChart
{
    /// <summary>No mouth twice. One that is not here shows as the one nearest to it that is.</summary>
    public ImmutableArray<MouthShape> Shapes { get; init; } = [];

    /// <summary>Frames by which the mouth shows before its sound, [0, 12]: from memory, 1 to 2.</summary>
    public double LeadFrames { get; init; } = 1;

    /// <summary>Frames that what does not jump takes from one mouth to the next, [0, 24].</summary>
    public double BlendFrames { get; init; } = 2;
}

/// <param name="Values">What the mouth is made of. What another mouth of the chart has and this one does not is at rest.</param>
public sealed record MouthShape(Mouth Mouth, ImmutableArray<StationValue> Values);
