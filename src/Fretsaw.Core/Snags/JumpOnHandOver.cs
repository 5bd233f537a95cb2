using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Handling;

namespace Fretsaw.Core.Snags;

/// <summary>A part that is let go or handed over, and stands elsewhere the moment after.</summary>
internal sealed class JumpOnHandOver(Plan plan, ThingFrame thing, RigCache rigs) : IFrameCheck
{
    /// <summary>How long before the change it is looked at, frames: what moves on its own goes no way in it.</summary>
    private const double Just = 1e-3;

    /// <summary>Stage pixels that nobody sees.</summary>
    private const double Negligible = 0.5;

    public Inputs Inputs { get; } = new($"handOver {thing.Plan.Thing.Id}", [.. Inputs.OfPose(plan, thing.Plan)]);

    /// <summary>It looks at frames of its own, just before the changes.</summary>
    public IEnumerable<ThingFrame> Posed => [];

    public void Visit(Evaluator frame)
    {
    }

    public static bool Concerns(Plan plan, ThingFrame thing) => thing.Cast is not null && Changes(plan.Shot, thing.Plan.Thing.Id).Any();

    private static IEnumerable<(Address Address, ChoiceKey Key)> Changes(Shot shot, string owner) =>
        shot.Tracks.OfType<ChoiceTrack>().Where(track => track.Address.Owner == owner && track.Address.Property == Properties.RidesOn.Name)
            .SelectMany(track => track.Keys.Zip(track.Keys.Skip(1)).Where(pair => pair.First.Id != pair.Second.Id && pair.Second.Frame > 1 && pair.Second.Frame <= shot.Length).Select(pair => (track.Address, Key: pair.Second)));

    public IEnumerable<Snag> Found()
    {
        var (film, shot) = (plan.Film, plan.Shot);

        // On twos it stands as it did a frame ago; what is asked is what the change itself does.
        var frame = new Evaluator(PlanCompiler.Compile(film, shot with { Steps = [], RoughRate = null }, rigs));
        foreach (var (address, key) in Changes(shot, thing.Plan.Thing.Id))
        {
            if (Corners(frame, address, key.Frame - Just) is not { } before || Corners(frame, address, key.Frame) is not { } after)
            {
                continue;
            }

            var away = Math.Round(before.Zip(after, (one, other) => (one - other).Length).Max(), 1);
            if (away <= Negligible)
            {
                continue;
            }

            var part = thing.Plan.Puppet!.Puppet.Parts.First(one => one.Id == address.Thing);
            yield return new Snag(
                "handOver", "act", key.Frame, address, ThingKind.Part, away, "px",
                FormattableString.Invariant($"{part.Name} of {thing.Plan.Thing.Name} jumps {away} px when it is handed over at frame {key.Frame}."),
                Mend(film, shot, address, key, part), "Keep it in place");
        }
    }

    /// <summary>Where the corners of its art lie on the stage.</summary>
    private static Point[]? Corners(Evaluator frame, Address address, double at)
    {
        frame.Evaluate(at);
        if (frame.Find(address.Owner)?.Cast is not { } cast || !cast.Plan.NodeOf.TryGetValue(address.Thing, out var node) || Array.Find(cast.Plan.Parts, part => part.Node == node) is not { } part)
        {
            return null;
        }

        var box = frame.Plan.Film.Drawings[part.Drawing].Bounds;
        return [.. new[] { new Point(box.X, box.Y), new Point(box.Right, box.Y), new Point(box.Right, box.Bottom), new Point(box.X, box.Bottom) }.Select(corner => cast.ToStage.Map(cast.Worlds[node].Map(corner)))];
    }

    /// <summary>Handed over once more, from where it would be if it were not.</summary>
    private Together Mend(Film film, Shot shot, Address address, ChoiceKey key, Part part)
    {
        var undone = new RemoveKeys(shot.Id, key.Frame, [address]);
        var without = undone.Apply(film);
        var to = key.Id.Length > 0 ? key.Id : part.RidesOn ?? Address.Body;
        var again = new HandOver(shot.Id, address.Owner, address.Thing, key.Frame, to).ToEdit(without, (view, at) =>
        {
            var frame = new Evaluator(PlanCompiler.Compile(without, view.Resolve(without), rigs));
            frame.Evaluate(at);
            return frame;
        });
        return new Together("Hand over in place", [undone, again]);
    }
}
