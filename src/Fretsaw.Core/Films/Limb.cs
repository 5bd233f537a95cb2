namespace Fretsaw.Core.Films;

/// <summary>
/// A tapered limb drawn along two bones, smooth at their joint. Widths are px at rest; what they are at a frame is these
/// times the channels <see cref="Properties.WidthRoot"/>, <see cref="Properties.WidthJoint"/> and
/// <see cref="Properties.WidthEnd"/>, and its segments are as long as the bones are.
/// </summary>
/// <param name="Upper">The bone from the root to the joint.</param>
/// <param name="Lower">The bone from the joint to the end.</param>
/// <param name="RootWidth">px, (0, 2000]</param>
/// <param name="JointWidth">px, (0, 2000]</param>
/// <param name="EndWidth">px, (0, 2000]</param>
public sealed record Limb(string Upper, string Lower, double RootWidth, double JointWidth, double EndWidth);
