using Fretsaw.Core.Engine;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Asking;

/// <summary>A puppet's weight and what bears it → where they are seen.</summary>
internal static class Balances
{
    public static BalanceAnswer Of(Evaluator frame, BalanceQuestion q)
    {
        if (frame.Find(q.Owner) is not { Cast: { } cast } thing || thing.SeenBy(frame.Plan.Film, frame.Camera) is not { } toPicture)
        {
            return new BalanceAnswer(null, null, null, null, 0);
        }

        var balance = Balance.Of(frame, cast, q.Without);
        if (balance.Mass <= 0)
        {
            return new BalanceAnswer(null, null, null, null, 0);
        }

        var ground = balance.Support?.Down ?? cast.Skeleton.Ground.Map(cast.Plan.Puppet.Origin).Y;
        var plumb = Seen(new Point(balance.Centre.X, ground));
        return balance.Support is { } on
            ? new BalanceAnswer(Seen(balance.Centre), plumb, Seen(new Point(on.Left, on.Down)), Seen(new Point(on.Right, on.Down)), Math.Round(Math.Sign(balance.Off) * (plumb - Seen(new Point(balance.Centre.X - balance.Off, ground))).Length, 1))
            : new BalanceAnswer(Seen(balance.Centre), plumb, null, null, 0);

        Point Seen(Point onStage) => toPicture.Map(onStage);
    }
}
