using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Puppets;

/// <summary>A control that turns what hangs on it.</summary>
/// <param name="Pivot">Where it turns.</param>
/// <param name="Share">How readily what goes along with it moves, of the 1 of a limb that reaches; more than 0.</param>
/// <param name="Least">How far it may turn from where it is, radians.</param>
public readonly record struct PullJoint(Point Pivot, double Share, double Least = double.NegativeInfinity, double Most = double.PositiveInfinity);

/// <summary>Something that goes along with a joint.</summary>
/// <param name="Joint">Its index; −1 for what only the body's shift moves.</param>
/// <param name="Weight">Of the whole puppet's weight, [0, 1].</param>
/// <param name="Spread">Mean squared distance of its art from its middle, px²: how hard it is to turn for its weight.</param>
public readonly record struct PullWeight(Point At, int Joint, double Weight, double Spread = 0)
{
    /// <summary>
    /// For what hangs on the side, where it does: a head stays upright on a chest that leans, and an arm hangs down from it, so what they
    /// weigh is moved as far as their joint is. Where it balances it counts where it is.
    /// </summary>
    public Point? Hangs { get; init; }
}

/// <summary>A planted foot, and where its chain hangs.</summary>
/// <param name="Joint">What takes the chain's root along; −1 for the body.</param>
/// <param name="Most">How far the foot may be from there.</param>
/// <param name="Least">How near, along the way from the foot to the root at the start.</param>
public readonly record struct PullFoot(Point Root, int Joint, Point Foot, double Most, double Least);

/// <summary>What is not to go through the ground.</summary>
/// <param name="Joint">What takes it along; −1 for the body.</param>
/// <param name="Room">How far it may go down, px; 0 or more.</param>
public readonly record struct PullGuard(Point At, int Joint, double Room);

/// <summary>Where the middle of the weight has to be, on the stage.</summary>
/// <param name="Across">How far a pixel across, and one down, moves what weighs something to the right.</param>
/// <param name="Middle">Where it is at the start.</param>
/// <param name="Left">From where to where it is borne; infinite when nothing bears it.</param>
/// <param name="NextLeft">The same once a foot that is pulled has left the ground.</param>
/// <param name="Leaves">How far the hand goes until then, px; 0 where what bears it stays.</param>
public readonly record struct PullSupport(Point Across, double Middle, double Left, double Right, double NextLeft, double NextRight, double Leaves)
{
    public static PullSupport None => new(default, 0, double.NegativeInfinity, double.PositiveInfinity, double.NegativeInfinity, double.PositiveInfinity, 0);

    /// <summary>From where to where it is borne while the hand has gone so far.</summary>
    public (double Left, double Right) At(double gone)
    {
        var part = Leaves > 0 ? Math.Min(1, gone / Leaves) : 0;
        part *= part * (3 - (2 * part));
        return part == 0 ? (Left, Right) : (Left + (part * (NextLeft - Left)), Right + (part * (NextRight - Right)));
    }
}

/// <param name="Joints">From the body outward: each turns all that follow.</param>
/// <param name="BodyShare">Of the body's shift; 0 for one that stays.</param>
/// <param name="Hand">What follows the pointer; it goes along with the last joint.</param>
/// <param name="LimbShare">1 where a limb between the last joint and the hand takes the rest; 0 where the hand hangs fast.</param>
/// <param name="Root">Where that limb hangs.</param>
/// <param name="Reach">How long it is; infinite without one.</param>
/// <param name="Nearest">How near its root the hand comes: nearer, a limb goes round faster than anybody sees.</param>
/// <param name="HandWeight">How much of the puppet's weight goes along with the hand itself, [0, 1].</param>
/// <param name="Down">How far a pixel across, and one down, moves something down on the stage.</param>
public sealed record PullProblem(
    PullJoint[] Joints, double BodyShare, Point Hand, double LimbShare, Point Root, double Reach, double Nearest,
    PullWeight[] Weights, double HandWeight, PullFoot[] Feet, PullGuard[] Guards, PullSupport Support, Point Down);
