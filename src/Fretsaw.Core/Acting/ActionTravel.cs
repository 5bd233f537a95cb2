using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Acting;

/// <summary>
/// Where the body is carried while an action is gone through, beside what the action says of it. By feet, it goes the other way than the
/// feet that stand on the ground go in the action, and they are carried along with it, so that on the stage they stay.
/// </summary>
internal sealed class ActionTravel
{
    /// <summary>A goal is a foot when it is at most so much of the puppet's height above the lowest one, at rest.</summary>
    private const double FootHeight = 0.15;

    /// <summary>A foot so much higher than the lowest swings, px of the puppet.</summary>
    private const double Lifted = 0.5;

    private readonly ActionClock clock;
    private readonly (ActionValue? X, ActionValue? Y) body;
    private readonly Foot[] goals;

    /// <summary>The goals that carry the body.</summary>
    private readonly Foot[] feet;
    private readonly bool arePlanted;

    /// <summary>How far has been gone at the start of each frame of a round, in the order in which it is gone through; empty unless by feet.</summary>
    private readonly Point[] gone = [];
    private readonly Point round;

    public ActionTravel(Placed placed, ActionClock clock, Puppet puppet, IReadOnlyDictionary<Address, ActionValue> values)
    {
        this.clock = clock;
        body = (Find(Address.Body, Properties.ShiftX), Find(Address.Body, Properties.ShiftY));
        goals = [.. puppet.Reaches.Select(reach => new Foot(Find(reach.Id, Properties.ShiftX), Find(reach.Id, Properties.ShiftY), Find(reach.Id, Properties.Planted), RestOf(puppet, reach)))];
        arePlanted = goals.Any(goal => goal.Planted is not null && Enumerable.Range(clock.From, clock.Round + 1).Any(frame => goal.IsPlanted(frame)));
        feet = arePlanted ? goals : LowOnes(goals);
        if (placed.Travel == Travel.Onward && clock.Round > 0)
        {
            round = BodyAt(clock.FrameAt(clock.Round)) - BodyAt(clock.FrameAt(0));
        }
        else if (placed.Travel == Travel.ByFeet && clock.Round > 0)
        {
            gone = Gone();
            round = gone[^1];
        }

        ActionValue? Find(string thing, PropertyInfo property) => values.GetValueOrDefault(new Address(placed.Owner, thing, property.Name));
    }

    /// <summary>It is to go by its feet, and at no frame one of them stands.</summary>
    public bool HasNoFeet { get; private set; }

    /// <summary>How far the body has been carried, px of the puppet.</summary>
    /// <param name="within">Frames within a round, in the order in which it is gone through.</param>
    public Point At(double within, int rounds)
    {
        var carried = round * rounds;
        if (gone.Length == 0)
        {
            return carried;
        }

        var frame = Math.Clamp((int)within, 0, clock.Round - 1);
        return carried + gone[frame] + (Step(frame, within) ?? ((gone[frame + 1] - gone[frame]) * (within - frame)));
    }

    /// <summary>How far from where it was kept it begins, so that the feet which stand before and in it come onto each other, or else the body.</summary>
    /// <param name="seen">What is seen of a value when it begins, without it.</param>
    /// <param name="isActed">Whether one before it has a say in a value.</param>
    public Point From(Func<ActionValue, double> seen, Predicate<Address> isActed)
    {
        var start = clock.FrameAt(0);
        var (sum, count) = (default(Point), 0);
        foreach (var goal in goals)
        {
            if (goal.IsPlanted(start) && seen(goal.Planted!) > 0.5)
            {
                (sum, count) = (sum + new Point(Off(goal.X), Off(goal.Y)), count + 1);
            }
        }

        if (count > 0)
        {
            return sum * (1.0 / count);
        }

        // What is keyed stands on the ground, so a crouch stays one; what another action has brought up into the air stays there.
        return new Point(Off(body.X), body.Y is not null && isActed(body.Y.Address) ? Off(body.Y) : 0);

        double Off(ActionValue? value) => value is null ? 0 : seen(value) - value.OnPuppet(start);
    }

    /// <summary>The rest place of the goal, puppet pixels.</summary>
    private static Point RestOf(Puppet puppet, Reach reach) => puppet.Bones.FirstOrDefault(bone => bone.Id == reach.Lower)?.End ?? default;

    private static Foot[] LowOnes(Foot[] goals)
    {
        var moving = Array.FindAll(goals, goal => goal.X is not null);
        if (moving.Length == 0)
        {
            return [];
        }

        var (lowest, highest) = (goals.Max(goal => goal.Rest.Y), goals.Min(goal => goal.Rest.Y));
        return Array.FindAll(moving, goal => goal.Rest.Y >= lowest - (FootHeight * Math.Max(lowest - highest, 1)));
    }

    /// <summary>Where no foot stands, it goes on as it did, or as it will.</summary>
    private Point[] Gone()
    {
        var steps = Enumerable.Range(0, clock.Round).Select(frame => Step(frame, frame + 1)).ToArray();
        HasNoFeet = Array.TrueForAll(steps, step => step is null);
        var last = steps.FirstOrDefault(step => step is not null) ?? default;
        var sums = new Point[clock.Round + 1];
        for (var i = 0; i < steps.Length; i++)
        {
            last = steps[i] ?? last;
            sums[i + 1] = sums[i] + last;
        }

        return sums;
    }

    /// <summary>How far the body must go within a frame, so that the feet which stand at its start and end do not slide.</summary>
    /// <returns>Null where none stands at both.</returns>
    private Point? Step(int frame, double to)
    {
        var (a, b, end) = (clock.FrameAt(frame), clock.FrameAt(to), clock.FrameAt(frame + 1));
        if (!arePlanted)
        {
            return Lowest(a) is { } foot && ReferenceEquals(foot, Lowest(end)) ? new Point(foot.At(a).X + BodyAt(a).X - foot.At(b).X - BodyAt(b).X, 0) : null;
        }

        // A foot that swings may be planted too: it is not what the body stands on.
        var (sum, count) = (default(Point), 0);
        var (ground, groundAfter) = (GroundAt(a), GroundAt(end));
        foreach (var foot in feet)
        {
            if (Stands(foot, a, ground) && Stands(foot, end, groundAfter))
            {
                (sum, count) = (sum + foot.At(a) - foot.At(b), count + 1);
            }
        }

        return count == 0 ? null : sum * (1.0 / count);
    }

    private static bool Stands(Foot foot, double frame, double ground) => foot.IsPlanted(frame) && foot.At(frame).Y + foot.Rest.Y >= ground - Lifted;

    /// <summary>How far down the lowest foot is that is planted.</summary>
    private double GroundAt(double frame)
    {
        var lowest = double.NegativeInfinity;
        foreach (var foot in feet)
        {
            lowest = foot.IsPlanted(frame) ? Math.Max(lowest, foot.At(frame).Y + foot.Rest.Y) : lowest;
        }

        return lowest;
    }

    private Foot? Lowest(double frame)
    {
        Foot? lowest = null;
        foreach (var foot in feet)
        {
            if (lowest is null || foot.At(frame).Y + foot.Rest.Y > lowest.At(frame).Y + lowest.Rest.Y)
            {
                lowest = foot;
            }
        }

        return lowest;
    }

    private Point BodyAt(double frame) => new(body.X?.OnPuppet(frame) ?? 0, body.Y?.OnPuppet(frame) ?? 0);

    private sealed record Foot(ActionValue? X, ActionValue? Y, ActionValue? Planted, Point Rest)
    {
        public Point At(double frame) => new(X?.OnPuppet(frame) ?? 0, Y?.OnPuppet(frame) ?? 0);

        public bool IsPlanted(double frame) => Planted is not null && Planted.OnPuppet(frame) > 0.5;
    }
}
