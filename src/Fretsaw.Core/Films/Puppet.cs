using System.Collections.Immutable;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Films;

/// <summary>
/// A rigged character at rest. All places are in the puppet's own pixels (those of the art it came from), and at
/// rest every part and bone stands exactly where it was drawn, so a transform is always "rest place → posed place".
/// </summary>
public sealed record Puppet : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>The point that stands on the stage, and about which the whole body turns.</summary>
    public Point Origin { get; init; }

    /// <summary>Far to near: the last part is painted last.</summary>
    public ImmutableArray<Part> Parts { get; init; } = [];

    public ImmutableArray<Bone> Bones { get; init; } = [];

    public ImmutableArray<Reach> Reaches { get; init; } = [];

    public ImmutableArray<Dial> Dials { get; init; } = [];

    /// <summary>How readily the whole body shifts when it is pulled, as a part's <see cref="Part.SharePercent"/>.</summary>
    public double BodySharePercent { get; init; } = 25;

    /// <summary>Which things are each other's other side, where their names do not say it; no thing twice.</summary>
    public ImmutableArray<MirrorPair> Pairs { get; init; } = [];

    /// <summary>What its controls are called elsewhere, where their names do not say it.</summary>
    public ImmutableArray<KnownAs> Knows { get; init; } = [];

    /// <summary>What its face pad moves; no thing twice.</summary>
    public ImmutableArray<PadFeature> FacePad { get; init; } = [];

    /// <summary>What a face device moves on it; no value by one channel twice.</summary>
    public ImmutableArray<DeviceLink> Device { get; init; } = [];

    /// <summary>What its mouths are; null while it has not been said.</summary>
    public MouthChart? Mouths { get; init; }

    /// <summary>The puppet of the shelf that this one is a copy of; null for one that is only in this film.</summary>
    public string? Shelf { get; init; }
}

/// <summary>A control that a face pad moves.</summary>
/// <param name="Thing">Id of a dial, form, knead, bone, part, or of a pad, which takes each way for itself.</param>
/// <param name="AcrossPercent">How much of its whole way it goes with the pad, [−300, 300].</param>
public sealed record PadFeature(string Thing, double AcrossPercent = 100, double DownPercent = 100)
{
    /// <summary>It stays still for now.</summary>
    public bool Off { get; init; }
}

/// <summary>The colours a name can carry in lists. They mean what the animator wants them to mean.</summary>
public enum Label
{
    Petrol,
    Blade,
    Brass,
    Leaf,
    Plum,
    Slate,
}
