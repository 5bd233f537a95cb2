using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Lens;

namespace Fretsaw.Core.Engine;

/// <summary>
/// Plan → frame. Holds one thread's arrays; an evaluation overwrites what has changed of them, depends on the frame number alone and
/// allocates nothing.
/// </summary>
public sealed class Evaluator
{
    private readonly double[] keyed;
    private readonly double[] driven;
    private readonly double[] scratch;
    private readonly Shake[] shakes;
    private readonly bool[] stale;
    private readonly bool[] unposed;
    private readonly int[] farToNear;
    private readonly ThingFrame[][] lendersTo;

    public Evaluator(Plan plan)
    {
        Plan = plan;
        (keyed, driven, scratch) = (new double[plan.Slots.Count], new double[plan.Slots.Count], new double[plan.Slots.Count]);
        shakes = [.. plan.Shot.Shakes];
        Things = [.. plan.Things.Select(thing => new ThingFrame(thing, plan.Film.FrameRate))];
        Cast = [.. Things.Where(thing => thing.Cast is not null).Select(thing => thing.Cast!)];
        (stale, unposed) = (new bool[plan.Slots.OwnerCount], new bool[Things.Length]);
        farToNear = [.. Enumerable.Range(0, Things.Length)];
        lendersTo = [.. plan.Things.Select(thing => Things.Where(other => other.Plan.Lent.Any(lent => lent.Holder?.Index == thing.Index)).ToArray())];
    }

    public Plan Plan { get; private set; }

    /// <summary>NaN before the first evaluation.</summary>
    public double Frame { get; private set; } = double.NaN;

    /// <summary>
    /// Bent art is placed roughly, a hundredth of its size from where it belongs at most: for frames that are passed by, in some two thirds of the time. A frame
    /// is then still the same whatever was asked before.
    /// </summary>
    public bool IsDraft
    {
        get;
        set
        {
            if (field != value)
            {
                field = value;
                Array.Fill(unposed, true);
            }
        }
    }

    public CameraState Camera { get; private set; }

    /// <summary>In the shot's order.</summary>
    public ThingFrame[] Things { get; }

    /// <summary>The puppets among the things, in the shot's order.</summary>
    public CastFrame[] Cast { get; }

    /// <summary>Indices of <see cref="Things"/> in the order of painting: by distance, and at one distance in the shot's order.</summary>
    public ReadOnlySpan<int> FarToNear => farToNear;

    /// <summary>Those of whose parts a puppet may carry some.</summary>
    public ReadOnlySpan<ThingFrame> LendersTo(CastFrame holder) => lendersTo[holder.Use.Index];

    /// <summary>The value of every slot at the evaluated frame as its keys say, without what dials add.</summary>
    public ReadOnlySpan<double> Values => keyed;

    /// <summary>The value of every slot with what dials add: what the picture shows.</summary>
    public ReadOnlySpan<double> Driven => driven;

    /// <summary>This use's values with what dials add, by its plan's slots.</summary>
    public ReadOnlySpan<double> DrivenOf(CastFrame cast) => cast.Use.PuppetValues(driven);

    /// <summary>On whose plane a posed node lies: what another holds is on that one's.</summary>
    /// <param name="node">Below 0 for the body.</param>
    public ThingFrame PlaneOf(CastFrame cast, int node) =>
        Things[(cast.Skeleton.LentOf(node) is >= 0 and var lent ? cast.Use.Lent[lent].Holder?.Index : null) ?? cast.Use.Index];

    /// <summary>Posed puppet pixels → picture pixels, as a node lies.</summary>
    public Homography ToPicture(CastFrame cast, int node) => PlaneOf(cast, node).FromStage * cast.ToStage;

    public ThingFrame? Find(string id) => Array.Find(Things, thing => thing.Plan.Thing.Id == id);

    /// <summary>Goes on with a plan that differs in keys alone: only what they move is evaluated again.</summary>
    internal void Use(Plan plan)
    {
        var changed = plan.Tracks.Changed(Plan.Tracks);
        Plan = plan;
        foreach (var address in changed)
        {
            Forget(address);
        }
    }

    /// <summary>The keys of a value have changed.</summary>
    internal void Forget(in Address address)
    {
        var owner = Plan.Slots.OwnerOf(address.Owner);
        if (owner < 0)
        {
            return;
        }

        stale[owner] = true;
        if (owner >= SlotLayout.FirstThing)
        {
            unposed[owner - SlotLayout.FirstThing] = true;
            Things[owner - SlotLayout.FirstThing].Cast?.FollowThrough?.Forget(address.Thing);
            foreach (var other in lendersTo[owner - SlotLayout.FirstThing])
            {
                unposed[other.Plan.Index] = true;
                other.Cast!.FollowThrough?.Forget(Address.Body);
            }
        }
        else if (owner == SlotLayout.WindOwner)
        {
            Array.Fill(unposed, true);
        }
    }

    /// <param name="frame">1-based, whole or between frames.</param>
    /// <param name="cancel">Asked before each thing; the next evaluation goes on where this one left off.</param>
    public void Evaluate(double frame, CancellationToken cancel = default)
    {
        EvaluateStage(frame);
        foreach (var thing in Things)
        {
            cancel.ThrowIfCancellationRequested();
            Pose(thing);
        }
    }

    /// <summary>Poses one thing of the frame that the stage was evaluated for, for what asks of no other.</summary>
    public void Pose(ThingFrame thing)
    {
        if (!unposed[thing.Plan.Index])
        {
            return;
        }

        // Beforehand: two puppets may carry something of each other.
        unposed[thing.Plan.Index] = false;
        if (thing.Cast is { } cast)
        {
            var (first, count) = Plan.Slots.SlotsOf(thing.Plan.Owner);
            keyed.AsSpan(first, count).CopyTo(driven.AsSpan(first));
            var drawn = Stepping.Drawn(Plan.Drawn(Frame), thing.Plan.Every);
            Pipeline.Drive(thing.Plan, drawn, driven);
            cast.Stand(Plan, drawn, thing.Standing, driven, scratch);
            if (Lend(thing, cast))
            {
                cast.StandAgain(thing.Standing, driven);
            }

            cast.Bend(Plan, drawn, driven, driven[Plan.WindSlot] / 100, IsDraft);
        }
    }

    /// <summary>Poses those who carry something of a puppet. What they carry it with hangs on no other, so one of them may ask back.</summary>
    private bool Lend(ThingFrame thing, CastFrame cast)
    {
        var lends = false;
        for (var k = 0; k < thing.Plan.Lent.Length; k++)
        {
            if (thing.Plan.Lent[k].Holder is { } plan && cast.Skeleton.LendsAt(k, DrivenOf(cast)))
            {
                var holder = Things[plan.Index];
                Pose(holder);
                cast.Skeleton.Holders[k] = Lending.OnStage(holder.Cast!.Skeleton, thing.Plan.Lent[k].On);
                lends = true;
            }
        }

        return lends;
    }

    /// <summary>
    /// The camera, all keyed values and where things stand, without posing the puppets, which stay as they were: for what asks no
    /// more over a whole shot.
    /// </summary>
    /// <exception cref="FilmException">The frame is not in the shot.</exception>
    public void EvaluateStage(double frame)
    {
        if (!(frame >= 1 && frame < Plan.Shot.Length + 1))
        {
            throw new FilmException($"frame {frame}", $"is not in shot '{Plan.Shot.Name}'", $"it has frames 1–{Plan.Shot.Length}");
        }

        if (frame != Frame)
        {
            Array.Fill(stale, true);
            Array.Fill(unposed, true);
            Frame = frame;
        }

        var looksElsewhere = stale[SlotLayout.CameraOwner];
        for (var owner = 0; owner < stale.Length; owner++)
        {
            if (stale[owner])
            {
                Pipeline.Keyed(Plan, owner, frame, keyed);
            }
        }

        if (looksElsewhere)
        {
            Look(Plan.Drawn(frame));
        }

        driven[Plan.WindSlot] = keyed[Plan.WindSlot];
        foreach (var thing in Things)
        {
            if (looksElsewhere || stale[thing.Plan.Owner])
            {
                thing.Stand(Plan.Film, Camera, thing.Plan.StandValues(keyed));
                thing.Plan.StandValues(keyed).CopyTo(driven.AsSpan(thing.Plan.Slot));
            }
        }

        Array.Clear(stale);
        Sort();
    }

    private void Look(double frame)
    {
        var c = keyed.AsSpan(Plan.CameraSlot);
        Camera = new CameraState(
            c[CameraSlots.Truck], c[CameraSlots.Boom], c[CameraSlots.Dolly], c[CameraSlots.Pan], c[CameraSlots.Tilt], c[CameraSlots.Roll],
            c[CameraSlots.Lens], c[CameraSlots.Stop], c[CameraSlots.Focus],
            Unrest.At(shakes, frame, Plan.Film.FrameRate, Plan.Film.Width));
        var (first, count) = Plan.Slots.SlotsOf(SlotLayout.CameraOwner);
        keyed.AsSpan(first, count).CopyTo(driven.AsSpan(first));
    }

    /// <summary>Things hardly ever overtake each other, so the last order is nearly right: by insertion.</summary>
    private void Sort()
    {
        for (var i = 1; i < farToNear.Length; i++)
        {
            var thing = farToNear[i];
            var at = i;
            for (; at > 0 && IsBehind(thing, farToNear[at - 1]); at--)
            {
                farToNear[at] = farToNear[at - 1];
            }

            farToNear[at] = thing;
        }

        bool IsBehind(int a, int b)
        {
            var (far, near) = (Things[a].Standing.Distance, Things[b].Standing.Distance);
            return far > near || (far == near && a < b);
        }
    }
}
