using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Fretsaw.Core.Acting;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;
using Fretsaw.Core.Snags;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Asking;

[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(OverlayAnswer), "overlay")]
[JsonDerivedType(typeof(ValuesAnswer), "values")]
[JsonDerivedType(typeof(StripAnswer), "strip")]
[JsonDerivedType(typeof(ElevationAnswer), "elevation")]
[JsonDerivedType(typeof(HitAnswer), "hit")]
[JsonDerivedType(typeof(ShakeAnswer), "shake")]
[JsonDerivedType(typeof(ChartAnswer), "chart")]
[JsonDerivedType(typeof(MeshAnswer), "mesh")]
[JsonDerivedType(typeof(HeatAnswer), "heat")]
[JsonDerivedType(typeof(WeightsAnswer), "weights")]
[JsonDerivedType(typeof(FormsAnswer), "forms")]
[JsonDerivedType(typeof(SharpnessAnswer), "sharpness")]
[JsonDerivedType(typeof(SnagsAnswer), "snags")]
[JsonDerivedType(typeof(GraphAnswer), "graph")]
[JsonDerivedType(typeof(ArcAnswer), "arc")]
[JsonDerivedType(typeof(PaceAnswer), "pace")]
[JsonDerivedType(typeof(BalanceAnswer), "balance")]
[JsonDerivedType(typeof(TakeAnswer), "take")]
[JsonDerivedType(typeof(FitsAnswer), "fits")]
[JsonDerivedType(typeof(PasteAnswer), "paste")]
[JsonDerivedType(typeof(SidesAnswer), "sides")]
public abstract record Answer;

public sealed record SidesAnswer(ImmutableArray<MirrorPair> Pairs) : Answer;

public sealed record PasteAnswer(Pasted Pasted) : Answer;

/// <summary>Handles in picture pixels.</summary>
/// <param name="Boxes">Of everything on the stage that was asked for.</param>
public sealed record OverlayAnswer(
    ImmutableArray<PivotHandle> Pivots,
    ImmutableArray<BoneHandle> Bones,
    ImmutableArray<PointHandle> Pins,
    ImmutableArray<PointHandle> Goals,
    ImmutableArray<PointHandle> Origins,
    ImmutableArray<RestHandle> Rests,
    ImmutableArray<Fold> Folds,
    ImmutableArray<BoxHandle> Boxes) : Answer;

/// <param name="Owner">Id of the thing on the stage.</param>
/// <param name="Box">Corners of the part's art as posed, x y by x y; empty without art.</param>
public sealed record PivotHandle(string Owner, string Part, Point At, ImmutableArray<double> Box);

/// <param name="Obeys">The reach that moves this bone, if any.</param>
public sealed record BoneHandle(string Owner, string Bone, Point Start, Point End, string? Obeys);

/// <param name="Thing">Pin, reach or puppet id.</param>
/// <param name="Part">For a pin, its part.</param>
public sealed record PointHandle(string Owner, string Thing, Point At, string? Part = null);

public enum RestHandleKind
{
    /// <summary>A stiff patch; towards a place on its rim.</summary>
    Patch,

    /// <summary>Where a sway is held; towards where the strand runs.</summary>
    Sway,

    /// <summary>Where an outline of a form starts; towards where it runs.</summary>
    FormStart,

    /// <summary>The same of the part's own outline, which the forms follow.</summary>
    OwnStart,
}

/// <summary>Something of the rig that lies on a part's art at rest. Only on a puppet's own bench.</summary>
/// <param name="Thing">Patch or form id; for others the part's.</param>
/// <param name="Shape">For outlines, which of the drawing's shapes.</param>
public sealed record RestHandle(RestHandleKind Kind, string Owner, string Part, string Thing, int Shape, Point At, Point Toward);

/// <summary>Triangles of a part that lie the wrong way round.</summary>
/// <param name="Corners">x0 y0 x1 y1 x2 y2 of each.</param>
public sealed record Fold(string Owner, string Part, ImmutableArray<double> Corners);

/// <param name="Corners">x y by x y; more than four where it is cut off before the lens.</param>
public sealed record BoxHandle(string Thing, double Distance, double Sigma, ImmutableArray<double> Corners);

/// <param name="Size">Of what is stretched across and down, both in one, %; null for what is not.</param>
public sealed record ValuesAnswer(ImmutableArray<ValueLine> Lines, double? Size = null) : Answer;

/// <param name="Keyed">Has keys anywhere.</param>
/// <param name="KeyedHere">Has a key at the asked frame.</param>
/// <param name="Obeys">The reach that overrules this value, if any.</param>
/// <param name="Choices">What there is to choose, where the value is a choice; else empty.</param>
/// <param name="Chosen">The id of what is chosen, where it is a choice.</param>
public sealed record ValueLine(
    Address Address, string Title, string Unit, double Value, double Rest, int Decimals, double Step, double Min, double Max, bool Keyed, bool KeyedHere, string? Obeys,
    ImmutableArray<Choice> Choices, string? Chosen);

/// <param name="Strip">Null when the owner is not in the shot.</param>
public sealed record StripAnswer(int Length, double FrameRate, StripOwner? Strip) : Answer;

/// <summary>A puppet or the camera on the strip.</summary>
public sealed record StripOwner(string Owner, string Name, ThingKind Kind, ImmutableArray<PoseCard> Cards, ImmutableArray<StripRow> Rows);

/// <summary>A card, or a frame at which a few keys stand on their own, and the gap that begins there.</summary>
/// <param name="Full">A card; else a few keys on their own.</param>
/// <param name="Gap">The card's; null for keys on their own.</param>
/// <param name="Mixed">Some keys here have a gap of their own.</param>
/// <param name="Next">The frame of the next card, where the gap ends; null after the last.</param>
/// <param name="Still">Nothing that is keyed here differs between this card and the next.</param>
/// <param name="Ticks">Where the gap's in-betweens fall, [0, 1], both ends included; empty without a gap.</param>
public sealed record PoseCard(int Frame, string? Name, bool Full, Gap? Gap, bool Mixed, int? Next, bool Still, ImmutableArray<double> Ticks);

/// <summary>The keys of one thing: the tracks of a part, a pin, a lens …</summary>
/// <param name="Before">What they do before their first key, where all do the same.</param>
/// <param name="After">And after their last.</param>
/// <param name="OtherSide">Id of what it is mirrored with; its own when there is none.</param>
/// <param name="Value">The one value whose row this is, below its thing's; null for the thing's own.</param>
/// <param name="Repeats">Frames at which keys come again, before the first and after the last.</param>
public sealed record StripRow(
    string Thing, string? Value, string Title, ThingKind Kind, ImmutableArray<Address> Addresses, ImmutableArray<Bead> Beads, ImmutableArray<int> Repeats, Beyond? Before, Beyond? After, string OtherSide);

/// <param name="HeldAfter">Nothing in the row moves until its next bead.</param>
/// <param name="Gap">What lies between it and the next, where all its keys agree.</param>
public sealed record Bead(int Frame, bool HeldAfter, Gap? Gap);

/// <summary>The stage from the side. Metres from the lens; heights in metres above (negative) and below the lens's axis.</summary>
public sealed record ElevationAnswer(
    double Focus, double Near, double? Far, double Lens, double Stop, double Dolly, double HalfHeightPerMetre, ImmutableArray<Stander> Standers) : Answer;

/// <param name="Sigma">Softness in picture pixels.</param>
public sealed record Stander(string Thing, ThingKind Kind, string Name, double Depth, double Top, double Bottom, double Sigma, double CirclePixels);

/// <param name="Owner">The thing on the stage; null for nothing.</param>
/// <param name="Part">For a puppet, which of its parts.</param>
public sealed record HitAnswer(string? Owner, string? Part) : Answer;

/// <param name="Offsets">x offset in picture pixels, one number a frame from frame 1.</param>
/// <param name="Envelope">RMS in picture pixels, one number a frame.</param>
public sealed record ShakeAnswer(ImmutableArray<double> Offsets, ImmutableArray<double> Envelope) : Answer;

/// <param name="Curve">x0 y0 x1 y1 …, all in [0, 1].</param>
public sealed record ChartAnswer(ImmutableArray<double> Curve, ImmutableArray<double> Ticks) : Answer;

/// <summary>A part's mesh at rest.</summary>
/// <param name="CoveredPercent">How much of the art the mesh covers.</param>
public sealed record MeshAnswer(RestMesh Mesh, double CoveredPercent) : Answer;

/// <summary>A mesh in whole numbers, which are written and read several times as fast as others.</summary>
/// <param name="TenthPx">x0 y0 x1 y1 …, tenths of a puppet pixel at rest.</param>
/// <param name="Triangles">Corners, three by three.</param>
public sealed record RestMesh(ImmutableArray<int> TenthPx, ImmutableArray<int> Triangles)
{
    public static readonly RestMesh None = new([], []);

    public static RestMesh Of(Mesh mesh) => new(
        [.. Enumerable.Range(0, 2 * mesh.VertexCount).Select(i => (int)Math.Round(10 * (i % 2 == 0 ? mesh.X : mesh.Y)[i / 2]))],
        [.. mesh.Triangles]);
}

public sealed record SnagsAnswer(ImmutableArray<Snag> Snags) : Answer;

/// <summary>A mesh coloured by what moves with a pin.</summary>
/// <param name="Heat">By vertex, [0, 1].</param>
/// <param name="PulledPx">How far the pin was pulled to find out.</param>
public sealed record HeatAnswer(RestMesh Mesh, ImmutableArray<double> Heat, double PulledPx) : Answer;

/// <summary>A mesh coloured by the weight of a bone.</summary>
/// <param name="Heat">By vertex, [0, 1].</param>
public sealed record WeightsAnswer(RestMesh Mesh, ImmutableArray<double> Heat) : Answer;

public sealed record FormsAnswer(ImmutableArray<FormLine> Fits) : Answer;

/// <summary>One outline of a form.</summary>
/// <param name="Start">Part of its length, [0, 1).</param>
/// <param name="Apart">Root of the mean squared distance of matched places, px.</param>
public sealed record FormLine(string Form, int Shape, double Start, bool Reversed, double Apart, bool Twists, bool ByHand);

/// <summary>
/// Raster art is sharp while one of its pixels covers at most one of the picture.
/// </summary>
/// <param name="Vector">Vector art is sharp at any size; the other numbers then say nothing.</param>
/// <param name="Largest">Picture pixels a pixel of the art, at most over the shot.</param>
/// <param name="Frame">Where that is.</param>
/// <param name="CanGrowPercent">How much larger it could be shown there before it is magnified; below 100 it is already.</param>
public sealed record SharpnessAnswer(bool Vector, double Largest, int Frame, double CanGrowPercent) : Answer;

public sealed record GraphAnswer(ImmutableArray<GraphLine> Lines) : Answer;

/// <summary>One value over time.</summary>
/// <param name="Track">The track that has it.</param>
/// <param name="Value">What is keyed to change it: for a number of a place that number.</param>
/// <param name="Name">Of the thing.</param>
/// <param name="Title">Of the value.</param>
/// <param name="First">The frame of the first value.</param>
/// <param name="Values">One a frame.</param>
public sealed record GraphLine(
    Address Track, Address Value, string Name, string Title, string Unit, double Step, double Min, double Max, ImmutableArray<GraphKey> Keys, int First, ImmutableArray<double> Values)
{
    /// <summary>What the picture has at those frames, where that is something else: a placed action, another drawing on twos. Empty where it is the same.</summary>
    public ImmutableArray<double> Seen { get; init; } = [];
}

/// <param name="Gap">What lies between it and the next.</param>
/// <param name="Own">The gap is its own; else the card's.</param>
public sealed record GraphKey(int Frame, double Value, Gap Gap, bool Own);

/// <summary>Places in picture pixels.</summary>
/// <param name="First">The frame of the first dot.</param>
/// <param name="Dots">One a frame; null where it is not before the lens.</param>
/// <param name="Keys">The frames at which the control that moves it is keyed.</param>
/// <param name="Grip">What a drag on a dot takes hold of; null where nothing can be.</param>
/// <param name="Path">The places it is keyed at, when it goes on a path.</param>
/// <param name="CanBePath">Its numbers are keyed by themselves, and could be keyed as a place.</param>
public sealed record ArcAnswer(int First, ImmutableArray<Point?> Dots, ImmutableArray<int> Keys, Grip? Grip, Address? Address, ImmutableArray<PathPlace> Path, bool CanBePath) : Answer;

/// <summary>A keyed place of a path with its handles' ends.</summary>
/// <param name="Straight">The piece after it is; null after the last.</param>
public sealed record PathPlace(int Frame, Point At, Point In, Point Out, PathJoint Joint, bool? Straight);

/// <param name="Px">Picture pixels from a frame to the next.</param>
/// <param name="Frame">Where it comes to.</param>
/// <param name="Name">Of what goes so fast.</param>
public sealed record PaceAnswer(double Px, int Frame, string Name) : Answer;

/// <summary>Places in picture pixels; all null for what has no weight or is out of view.</summary>
/// <param name="Centre">Where the weight is.</param>
/// <param name="Plumb">Where the line that hangs from there comes to the ground.</param>
/// <param name="From">Where what bears it begins; null while nothing is planted.</param>
/// <param name="To">And where it ends.</param>
/// <param name="OffPx">How far the plumb line falls beside that, picture pixels; to the right more than 0.</param>
public sealed record BalanceAnswer(Point? Centre, Point? Plumb, Point? From, Point? To, double OffPx) : Answer;

/// <param name="Frames">That were performed.</param>
public sealed record TakeAnswer(int Frames, ImmutableArray<TakenControl> Controls) : Answer;

/// <summary>What is kept of a take for one control.</summary>
/// <param name="LargestError">Between the keys, in the unit.</param>
public sealed record TakenControl(string Thing, int Keys, double LargestError, string Unit);

/// <param name="Lines">One for each of the kept controls.</param>
/// <param name="Things">What the puppet has that could take something.</param>
public sealed record FitsAnswer(ImmutableArray<FitLine> Lines, ImmutableArray<NamedId> Things) : Answer;

/// <summary>One kept control and what takes it.</summary>
/// <param name="Control">Its id where it was kept.</param>
/// <param name="Thing">Id of the puppet's own; null for none.</param>
public sealed record FitLine(string Control, string Name, ThingKind Kind, string? Thing, FitBy By);
