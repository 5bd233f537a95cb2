using Fretsaw.Core.Films;

namespace Fretsaw.Core.Acting;

/// <summary>One number of an action, as it is on the puppet that acts it.</summary>
/// <param name="Address">Of that puppet.</param>
/// <param name="Property">With the rest value of the very thing.</param>
/// <param name="Kept">The track that it comes from.</param>
/// <param name="At">From a frame of the action to what it says there, absolute, before strength.</param>
/// <param name="Times">How much of the way from rest is gone: strength, and for shifts how much larger the control is; below 0 in a mirror.</param>
internal sealed record ActionValue(Address Address, PropertyInfo Property, Track Kept, Func<double, double> At, double Times)
{
    public double OnPuppet(double actionFrame) => Property.Jumps ? At(actionFrame) : Property.Default + (Times * (At(actionFrame) - Property.Default));
}
