using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Snags;

/// <summary>A puppet that stands still longer than it could: its weight falls beside the feet that are planted.</summary>
internal sealed class OffBalance : IFrameCheck
{
    /// <summary>Frames that somebody can lean without falling: common practice holds a pose that is off its feet for no longer.</summary>
    private const int Longest = 6;

    /// <summary>Stage pixels a frame: a weight that goes slower stands still.</summary>
    private const double Still = 0.2;

    /// <summary>Stage pixels that nobody sees.</summary>
    private const double Negligible = 1;

    /// <summary>How far inside its feet a mended weight comes, of their width.</summary>
    private const double Inset = 0.1;

    /// <summary>What moves less than this for a pixel is no mend.</summary>
    private const double Least = 0.05;

    private readonly Plan plan;
    private readonly ThingFrame thing;
    private Balance before;
    private Run run;
    private Run worst;

    /// <summary>Frames at which a weight that is off stands still.</summary>
    /// <param name="Moves">How far to the right the weight goes on the stage for a pixel that the body is shifted across.</param>
    private readonly record struct Run(int First, int Last, Balance At, double Moves)
    {
        public int Frames => At.Off == 0 ? 0 : Last - First + 1;
    }

    /// <param name="lenders">Whose parts it may carry: they weigh on it.</param>
    public OffBalance(Plan plan, ThingFrame thing, ImmutableArray<ThingFrame> lenders)
    {
        (this.plan, this.thing) = (plan, thing);
        Posed = [thing, .. lenders];
        Inputs = new Inputs($"balance {thing.Plan.Thing.Id}", [.. Posed.SelectMany(one => Inputs.OfPose(plan, one.Plan))]);
    }

    public Inputs Inputs { get; }

    public IEnumerable<ThingFrame> Posed { get; }

    /// <summary>Only what is planted at some time can stand.</summary>
    public static bool Concerns(Plan plan, ThingFrame thing) => thing.Cast is not null && plan.Shot.Tracks.Any(track =>
        track is ChoiceTrack && track.Address.Owner == thing.Plan.Thing.Id && track.Address.Property == Properties.Planted.Name);

    public void Visit(Evaluator frame)
    {
        var (number, cast) = ((int)frame.Frame, thing.Cast!);
        var now = Balance.Of(frame, cast);
        var stands = run.Frames > 0 && (now.Centre - before.Centre).Length < Still;
        before = now;
        if (Math.Abs(now.Off) <= Negligible)
        {
            run = default;
            return;
        }

        run = stands ? run with { Last = number } : new Run(number, number, now, PartThatMoves(frame, cast, now) * cast.Skeleton.Ground.A);
        if (run.Frames > Longest && (worst.First == run.First || Math.Abs(run.At.Off) > Math.Abs(worst.At.Off)))
        {
            worst = run;
        }
    }

    public IEnumerable<Snag> Found()
    {
        if (worst.Frames == 0)
        {
            yield break;
        }

        var (owner, off) = (thing.Plan.Thing.Id, worst.At.Off);
        var px = Math.Round(Math.Abs(off), 1);
        yield return new Snag(
            "balance", "act", worst.First, new Address(owner, Address.Body, Properties.ShiftX.Name), ThingKind.Body, px, "px",
            FormattableString.Invariant($"{thing.Plan.Thing.Name} is off balance for {worst.Frames} frames from {worst.First} on: the weight falls {px} px to the {(off > 0 ? "right" : "left")} of the feet."),
            Mend(), Math.Abs(worst.Moves) < Least ? null : "Move the body over its feet");
    }

    /// <summary>Keys the body over its feet from where it comes to stand to where it goes on.</summary>
    /// <returns>Null where a shift across moves nothing to the side: it stands turned on end.</returns>
    private Together? Mend()
    {
        if (Math.Abs(worst.Moves) < Least)
        {
            return null;
        }

        var support = worst.At.Support!.Value;
        var by = worst.At.Off + (Math.Sign(worst.At.Off) * Inset * (support.Right - support.Left));
        var shift = -by / worst.Moves;
        var owner = thing.Plan.Thing.Id;
        ImmutableArray<Address> axes = [new(owner, Address.Body, Properties.ShiftX.Name), new(owner, Address.Body, Properties.ShiftY.Name)];
        var frame = new Evaluator(plan);
        var keyed = plan.Shot.Tracks.Where(track => track.Address.Owner == owner && track.Address.Thing == Address.Body && track.Address.Property is "shift" or "shiftX")
            .SelectMany(track => track.AllKeys).Select(key => key.Frame).Where(key => key > worst.First && key < worst.Last);
        var edits = new List<Edit>();
        foreach (var number in keyed.Append(worst.First).Append(worst.Last).Distinct().Order())
        {
            frame.EvaluateStage(number);
            var values = axes.Select((address, axis) => new KeyValue(address, Math.Round(frame.Values[plan.Slots.Find(address)] + (axis == 0 ? shift : 0), 2)));
            edits.Add(new SetKeys(plan.Shot.Id, number, [.. values]));
        }

        return new Together("Move the body over its feet", edits);
    }

    /// <summary>How much of the weight goes along with the body: of a planted leg about half.</summary>
    private static double PartThatMoves(Evaluator frame, CastFrame cast, in Balance balance)
    {
        var stays = 0.0;
        foreach (var part in cast.Plan.Painted)
        {
            for (var node = part.Node; node >= 0; node = cast.Skeleton.CarrierIndexOf(node))
            {
                if (cast.Plan.Nodes[node].Reach is >= 0 and var reach && frame.DrivenOf(cast)[cast.Plan.Reaches[reach].Slot + 2] > 0.5)
                {
                    stays += Balance.OfPart(frame, cast, part).Weight / 2;
                    break;
                }
            }
        }

        return 1 - (stays / balance.Mass);
    }
}
