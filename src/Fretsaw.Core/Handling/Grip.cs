using System.Collections.Immutable;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Handling;

public enum GripKind
{
    /// <summary>A part's pivot on the bench.</summary>
    Pivot,

    /// <summary>The point that stands on the stage.</summary>
    Origin,

    /// <summary>Where a pin sits on the art.</summary>
    PinRest,
    BoneStart,
    BoneEnd,
    NewPin,
    NewBone,

    /// <summary>A stiff patch, and its rim.</summary>
    Patch,
    PatchRim,

    /// <summary>Where a part's sway is held, and where its strand runs.</summary>
    SwayRoot,
    SwayWay,

    /// <summary>Where an outline of a form starts.</summary>
    FormStart,

    /// <summary>A brush on a part's mesh; the gesture's brush says how. What it works on is named by NewId.</summary>
    Knead,
    Weights,

    /// <summary>A part or bone, turned about its pivot.</summary>
    Turn,

    /// <summary>A part, or the whole body, shifted.</summary>
    Shift,
    Pin,
    Goal,

    /// <summary>The knob of a dial or pad, wherever that is shown; the point is where it stands, %.</summary>
    Dial,

    /// <summary>The handle of a path, on the way to a place and on the way on; the gesture's frame is the place's.</summary>
    PathIn,
    PathOut,

    /// <summary>Something on the stage, moved across its plane.</summary>
    Thing,

    /// <summary>The picture itself: truck and boom.</summary>
    Look,

    /// <summary>In the side elevation; the point's X is metres from the lens.</summary>
    ThingDistance,
    Focus,
}

/// <summary>What a pointer took hold of.</summary>
/// <param name="Thing">Id of the part, bone, pin, reach, stiff patch, form or thing on the stage; for NewPin the part, for NewBone the bone that it rides on, or the part that it takes ("" to find out).</param>
/// <param name="Owner">Id of the puppet on the stage, for things of a puppet.</param>
/// <param name="NewId">The id of what the gesture makes.</param>
/// <param name="WholeBody">A goal, part or bone that is pulled takes the body along.</param>
/// <param name="KeepSize">When a distance changes: keep the size in the picture.</param>
/// <param name="Shape">For outlines, which of the drawing's shapes.</param>
/// <param name="Side">For what poses a puppet.</param>
public sealed record Grip(
    GripKind Kind, string Thing, string? Owner = null, string? NewId = null, bool KeepSize = false, bool WholeBody = false, int Shape = 0, OtherSide Side = OtherSide.Stays)
{
    /// <summary>
    /// Ids of the others that are chosen and go along: with what poses, with pivots, pins and bones at rest, and with things on the stage.
    /// </summary>
    public ImmutableArray<string> Also { get; init => field = value.IsDefault ? [] : value; } = [];
}

/// <summary>A round brush.</summary>
/// <param name="Radius">Puppet pixels.</param>
/// <param name="Strength">(0, 1]</param>
/// <param name="Softness">[0, 1]</param>
/// <param name="Knead">What a knead's brush does.</param>
/// <param name="Bone">Whose weight is painted.</param>
/// <param name="Target">The weight painted towards.</param>
public sealed record Brush(double Radius, double Strength, double Softness, Films.KneadBrush Knead = Films.KneadBrush.Push, string? Bone = null, double Target = 1);

/// <summary>A drag from press to release.</summary>
/// <param name="From">In picture pixels; in metres for grips of the side elevation, in % for dials.</param>
/// <param name="Trying">Move without keying: the edit goes to the bench only.</param>
/// <param name="Lens">The frame through whose lens the pointer is seen, when it is not the gesture's own: a dot of an arc is dragged where it is shown.</param>
public sealed record Gesture(View View, double Frame, Grip Grip, Point From, bool Trying = false, Brush? Brush = null, double? Lens = null);
