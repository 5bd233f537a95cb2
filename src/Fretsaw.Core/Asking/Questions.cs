using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Asking;

/// <summary>What the interface may ask of the core. Each question has one answer record of the like name.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(OverlayQuestion), "overlay")]
[JsonDerivedType(typeof(ValuesQuestion), "values")]
[JsonDerivedType(typeof(StripQuestion), "strip")]
[JsonDerivedType(typeof(ElevationQuestion), "elevation")]
[JsonDerivedType(typeof(HitQuestion), "hit")]
[JsonDerivedType(typeof(ShakeQuestion), "shake")]
[JsonDerivedType(typeof(ChartQuestion), "chart")]
[JsonDerivedType(typeof(MeshQuestion), "mesh")]
[JsonDerivedType(typeof(HeatQuestion), "heat")]
[JsonDerivedType(typeof(WeightsQuestion), "weights")]
[JsonDerivedType(typeof(FormsQuestion), "forms")]
[JsonDerivedType(typeof(SharpnessQuestion), "sharpness")]
[JsonDerivedType(typeof(SnagsQuestion), "snags")]
[JsonDerivedType(typeof(GraphQuestion), "graph")]
[JsonDerivedType(typeof(ArcQuestion), "arc")]
[JsonDerivedType(typeof(PaceQuestion), "pace")]
[JsonDerivedType(typeof(BalanceQuestion), "balance")]
[JsonDerivedType(typeof(TakeQuestion), "take")]
[JsonDerivedType(typeof(FitsQuestion), "fits")]
[JsonDerivedType(typeof(SidesQuestion), "sides")]
[JsonDerivedType(typeof(PasteQuestion), "paste")]
public abstract record Question;

/// <summary>Where the handles are.</summary>
/// <param name="Owner">Of one thing on the stage; null for all.</param>
public sealed record OverlayQuestion(View View, double Frame, string? Owner = null) : Question;

/// <summary>The values of one thing.</summary>
public sealed record ValuesQuestion(View View, double Frame, string Owner, string Thing) : Question;

/// <summary>Cards, gaps and rows of one owner.</summary>
/// <param name="From">The first frame in view.</param>
/// <param name="To">The last; null for the shot's.</param>
public sealed record StripQuestion(string Shot, string Owner, int From = 1, int? To = null) : Question
{
    /// <summary>The things whose values have rows of their own below the thing's.</summary>
    public ImmutableArray<string> Open { get; init; } = [];

    public bool Equals(StripQuestion? other) => other is not null && (Shot, Owner, From, To) == (other.Shot, other.Owner, other.From, other.To) && Open.AsSpan().SequenceEqual(other.Open.AsSpan());

    public override int GetHashCode() => HashCode.Combine(Shot, Owner, From, To);
}

/// <summary>What of a puppet looks like left and right and is not paired yet.</summary>
public sealed record SidesQuestion(string Puppet) : Question;

/// <summary>Which controls of a puppet take what is kept.</summary>
public sealed record FitsQuestion(string Kept, string Puppet) : Question;

/// <summary>What would come of pasting keys.</summary>
public sealed record PasteQuestion(PasteKeys Paste) : Question;

public sealed record ElevationQuestion(string Shot, double Frame) : Question;

/// <summary>What is under a point of the picture.</summary>
public sealed record HitQuestion(View View, double Frame, Point At) : Question;

public sealed record ShakeQuestion(string Shot, string Shake) : Question;

/// <summary>The curve of a gap so many frames long.</summary>
public sealed record ChartQuestion(Gap Gap, int Frames) : Question;

public sealed record MeshQuestion(string Puppet, string Part) : Question;

public sealed record SnagsQuestion(string Shot) : Question;

/// <summary>What moves with a pin.</summary>
public sealed record HeatQuestion(string Puppet, string Part, string Pin) : Question;

/// <summary>How much of a part follows a bone.</summary>
public sealed record WeightsQuestion(string Puppet, string Part, string Bone) : Question;

/// <summary>How a part's forms lie on its own outline.</summary>
public sealed record FormsQuestion(string Puppet, string Part) : Question;

/// <summary>How far raster art is magnified in a shot.</summary>
/// <param name="Thing">Id of a picture on the stage, or of a part of a puppet there.</param>
public sealed record SharpnessQuestion(string Shot, string Thing) : Question;

/// <summary>Values over time.</summary>
/// <param name="Addresses">Of tracks; of a place each of its numbers is a line.</param>
/// <param name="From">The first frame that is wanted.</param>
/// <param name="To">The last.</param>
public sealed record GraphQuestion(string Shot, ImmutableArray<Address> Addresses, int From, int To) : Question
{
    /// <summary>What is seen is that of the blocking view.</summary>
    public bool Blocked { get; init; }

    public bool Equals(GraphQuestion? other) => other is not null && (Shot, From, To, Blocked) == (other.Shot, other.From, other.To, other.Blocked) && Addresses.AsSpan().SequenceEqual(other.Addresses.AsSpan());

    public override int GetHashCode() => HashCode.Combine(Shot, From, To, Addresses.Length);
}

/// <summary>The path of something through the picture, as the lens of one frame sees it.</summary>
/// <param name="Frame">Whose lens.</param>
/// <param name="Thing">A part, pin, bone, reach or "body" of a puppet, or "stand".</param>
/// <param name="From">The first frame that is wanted; those outside the shot are left out.</param>
/// <param name="To">The last.</param>
public sealed record ArcQuestion(View View, double Frame, string Owner, string Thing, int From, int To) : Question;

/// <summary>The fastest step of a puppet over some frames.</summary>
public sealed record PaceQuestion(View View, string Owner, int From, int To) : Question;

/// <summary>Where a puppet's weight is, and what bears it.</summary>
/// <param name="Without">A reach that bears nothing although it is planted, null for none: the one that is being dragged.</param>
public sealed record BalanceQuestion(View View, double Frame, string Owner, string? Without = null) : Question;

/// <summary>How many keys a live take would have, and how far they are from what was performed.</summary>
public sealed record TakeQuestion(KeepTake Take) : Question;
