using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Acting;

/// <summary>One placed action, ready to be asked for any frame of the shot.</summary>
internal sealed class PlacedAction
{
    private readonly ActionTravel travel;

    /// <summary>Where the body is left out, feet that were carried along with it would walk away from it.</summary>
    private readonly bool isCarried;

    /// <param name="overlap">Frames for which the one before it is still under way when it begins.</param>
    /// <param name="seen">What is seen of a value when it begins, without it.</param>
    /// <param name="isActed">Whether one before it has a say in a value.</param>
    public PlacedAction(Placed placed, Kept kept, Puppet puppet, IReadOnlyList<ActionValue> values, double overlap, Func<ActionValue, double> seen, Predicate<Address> isActed)
    {
        (Placed, Clock, FadeIn) = (placed, new ActionClock(placed, kept), Math.Max(placed.FadeIn, overlap));
        var byAddress = values.ToDictionary(value => value.Address);
        travel = new ActionTravel(placed, Clock, puppet, byAddress);
        isCarried = !placed.Without.Contains(Address.Body);
        Numbers = [.. values.Select(value => new ActionNumber(this, value, byAddress))];
        Begins = new Point(placed.BeginX, placed.BeginY) + (placed.GoesOn ? travel.From(seen, isActed) : default);
    }

    public Placed Placed { get; }

    public ActionClock Clock { get; }

    /// <summary>Frames over which it comes; over what is left of the one before, while that is still under way.</summary>
    public double FadeIn { get; }

    /// <summary>How far from where the action was kept it begins, px of the puppet.</summary>
    public Point Begins { get; }

    public IReadOnlyList<ActionNumber> Numbers { get; }

    /// <summary>It is to go by its feet, and has none that stands.</summary>
    public bool HasNoFeet => travel.HasNoFeet;

    /// <summary>How much of it is seen, [0, 1]. After its end it holds, and is seen wholly, unless it fades out.</summary>
    public double WeightAt(double frame)
    {
        if (frame < Clock.Start)
        {
            return 0;
        }

        var coming = FadeIn > 0 ? Smooth((frame - Clock.Start) / FadeIn) : 1;
        var going = Placed.FadeOut > 0 ? Smooth((Clock.End - frame) / Placed.FadeOut) : 1;
        return Math.Min(coming, going);
    }

    /// <summary>How far the body has been carried from where the action was kept, px of the puppet.</summary>
    public Point CarriedAt(double within, int rounds) => Begins + (isCarried ? travel.At(within, rounds) : default);

    /// <summary>From 0 to 1 without a corner at either end: 3t² − 2t³.</summary>
    public static double Smooth(double part)
    {
        var t = Math.Clamp(part, 0, 1);
        return t * t * (3 - (2 * t));
    }
}

/// <summary>One number of a placed action.</summary>
internal sealed class ActionNumber
{
    private readonly PlacedAction action;

    /// <summary>Of a place that is carried along, which of its numbers it is; else −1.</summary>
    private readonly int axis;

    /// <summary>Of a goal, which is carried along only while it is planted: a free one rides on the body.</summary>
    private readonly ActionValue? planted;

    public ActionNumber(PlacedAction action, ActionValue value, IReadOnlyDictionary<Address, ActionValue> values)
    {
        (this.action, Value, axis) = (action, value, -1);
        planted = values.GetValueOrDefault(value.Address with { Property = Properties.Planted.Name });
        if (value.Property.Place == Properties.Shift && (value.Address.Thing == Address.Body || planted is not null))
        {
            axis = Properties.Shift.Axes.IndexOf(value.Property.Name);
        }
    }

    public ActionValue Value { get; }

    /// <param name="frame">Of the shot; before the action's start as at it, after its end as at that.</param>
    public double At(double frame)
    {
        var (within, rounds) = action.Clock.Gone(frame);
        var at = action.Clock.FrameAt(within);
        var says = Value.OnPuppet(at);
        return axis < 0 || (planted is not null && planted.OnPuppet(at) < 0.5) ? says : says + (axis == 0 ? action.CarriedAt(within, rounds).X : action.CarriedAt(within, rounds).Y);
    }
}
