using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <param name="Drawing">For a picture that shows a drawing which is not in the film yet.</param>
public sealed record AddThing(string ShotId, Thing Thing, Drawing? Drawing = null) : Edit
{
    public override string Title => Thing.Body is Picture ? $"Add scenery piece {Thing.Name}" : $"Place {Thing.Name}";

    protected internal override Film Change(Film film)
    {
        var after = film.WithShot(ShotId, shot => shot with { Things = shot.Things.Add(Thing) });
        return Drawing is null ? after : after with { Drawings = after.Drawings.Add(Drawing) };
    }
}

/// <summary>Changes what a thing is called and how it stands while nothing of that is keyed.</summary>
public sealed record ChangeThing(string ShotId, string ThingId) : Edit
{
    public string? Name { get; init; }

    public Label? Label { get; init; }

    public bool? Hidden { get; init; }

    public bool? Locked { get; init; }

    public double? Distance { get; init; }

    public double? X { get; init; }

    public double? Y { get; init; }

    public double? SizePercent { get; init; }

    public double? TurnDegrees { get; init; }

    public double? OpacityPercent { get; init; }

    public bool? FacesCamera { get; init; }

    public override string Title =>
        Distance is not null ? "Change distance"
        : Name is not null ? "Rename"
        : Hidden is { } hidden ? (hidden ? "Hide" : "Show")
        : Locked is { } locked ? (locked ? "Lock" : "Unlock")
        : X is not null || Y is not null ? "Move"
        : "Change";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => shot with
    {
        Things = shot.Things.With(ThingId, "thing", thing => thing with
        {
            Name = Name ?? thing.Name,
            Label = Label ?? thing.Label,
            Hidden = Hidden ?? thing.Hidden,
            Locked = Locked ?? thing.Locked,
            Stand = thing.Stand with
            {
                Distance = Distance ?? thing.Stand.Distance,
                X = X ?? thing.Stand.X,
                Y = Y ?? thing.Stand.Y,
                SizePercent = SizePercent ?? thing.Stand.SizePercent,
                TurnDegrees = TurnDegrees ?? thing.Stand.TurnDegrees,
                OpacityPercent = OpacityPercent ?? thing.Stand.OpacityPercent,
                FacesCamera = FacesCamera ?? thing.Stand.FacesCamera,
            },
        }),
    });
}

/// <param name="To">Index in the list; it decides only among things at one distance.</param>
public sealed record MoveThing(string ShotId, string ThingId, int To) : Edit
{
    public override string Title => "Reorder";

    protected internal override Film Change(Film film) =>
        film.WithShot(ShotId, shot => shot with { Things = shot.Things.Moved(ThingId, To, "thing") });
}

/// <summary>Puts another of a thing on the stage of this shot or of another, with its keys.</summary>
/// <param name="NewId">New to the other stage.</param>
public sealed record CopyThing(string ShotId, string ThingId, string ToShot, string NewId) : Edit
{
    public override string Title => "Copy on stage";

    protected internal override Film Change(Film film)
    {
        // On another stage nobody has what was lent.
        var there = film.Shots.Find(ToShot, "shot").Things;
        var from = Lents.Without(film.Shots.Find(ShotId, "shot"), (owner, lent) => owner == ThingId && there.All(other => other.Id != lent.To));
        var thing = from.Things.Find(ThingId, "thing") with { Id = NewId };
        return film.WithShot(ToShot, to => to with
        {
            Things = to.Things.Insert(ToShot == ShotId ? to.Things.IndexOf(ThingId, "thing") + 1 : to.Things.Length, thing),
            Tracks = [.. to.Tracks.Concat(from.Tracks.Where(track => track.Address.Owner == ThingId).Select(track => track with { Address = track.Address with { Owner = NewId } })).OrderBy(track => track.Address)],
            Placed = from.Placed.Where(one => one.Owner == ThingId).Aggregate(to.Placed, (all, one) =>
                all.Add(one with { Id = Ids.Free(one.Id, id => all.All(other => other.Id != id)), Owner = NewId })),
            Cues = [.. to.Cues.Concat(from.Cues.Where(cue => cue.Owner == ThingId).Select(cue => cue with { Owner = NewId })).OrderBy(cue => cue.Place)],
            Cards = [.. to.Cards.Concat(from.Cards.Where(card => card.Owner == ThingId).Select(card => card with { Owner = NewId })).OrderBy(card => card.Place)],
        });
    }
}

/// <summary>Takes a thing off the stage, and its keys with it.</summary>
public sealed record RemoveThing(string ShotId, string ThingId) : Edit
{
    public override string Title => "Delete from stage";

    protected internal override Film Change(Film film)
    {
        var thing = film.Shots.Find(ShotId, "shot").Things.Find(ThingId, "thing");
        var after = film.WithShot(ShotId, shot => Stage.Without(shot, ThingId));
        return thing.Body is Picture picture ? Unused.DropDrawings(after, [picture.Drawing]) : after;
    }
}

internal static class Stage
{
    public static Shot Without(Shot shot, string thing)
    {
        var left = Lents.Without(shot, (_, lent) => lent.To == thing);
        return left with
        {
            Things = left.Things.Without(thing, "thing"),
            Tracks = left.Tracks.RemoveAll(track => track.Address.Owner == thing),
            Cards = left.Cards.RemoveAll(card => card.Owner == thing),
            Placed = left.Placed.RemoveAll(one => one.Owner == thing),
            Cues = left.Cues.RemoveAll(cue => cue.Owner == thing),
        };
    }
}

public sealed record AddShake(string ShotId, Shake Shake) : Edit
{
    public override string Title => "Add shake";

    protected internal override Film Change(Film film) =>
        film.WithShot(ShotId, shot => shot with { Shakes = shot.Shakes.Add(Shake) });
}

public sealed record ChangeShake(string ShotId, string ShakeId) : Edit
{
    public string? Name { get; init; }

    public double? StrengthPercent { get; init; }

    public double? RollDegrees { get; init; }

    public double? PaceHz { get; init; }

    public int? StartFrame { get; init; }

    public int? DiesAwayFrames { get; init; }

    public int? Seed { get; init; }

    public ShakeNoise? Noise { get; init; }

    public override string Title => Name is null ? "Change shake" : "Rename shake";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => shot with
    {
        Shakes = shot.Shakes.With(ShakeId, "shake", shake => shake with
        {
            Name = Name ?? shake.Name,
            StrengthPercent = StrengthPercent ?? shake.StrengthPercent,
            RollDegrees = RollDegrees ?? shake.RollDegrees,
            PaceHz = PaceHz ?? shake.PaceHz,
            StartFrame = StartFrame ?? shake.StartFrame,
            DiesAwayFrames = DiesAwayFrames ?? shake.DiesAwayFrames,
            Seed = Seed ?? shake.Seed,
            Noise = Noise ?? shake.Noise,
        }),
    });
}

public sealed record RemoveShake(string ShotId, string ShakeId) : Edit
{
    public override string Title => "Delete shake";

    protected internal override Film Change(Film film) =>
        film.WithShot(ShotId, shot => shot with { Shakes = shot.Shakes.Without(ShakeId, "shake") });
}
