using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

public sealed record AddCast(string ShotId, CastMember Member) : Edit
{
    public override string Title => $"Put {Member.Name} on the stage";

    protected internal override Film Change(Film film) =>
        film.WithShot(ShotId, shot => shot with { Cast = shot.Cast.Add(Member) });
}

public sealed record ChangeCast(string ShotId, string CastId) : Edit
{
    public string? Name { get; init; }

    public double? Distance { get; init; }

    public double? X { get; init; }

    public double? Y { get; init; }

    public double? Scale { get; init; }

    public bool? Hidden { get; init; }

    public override string Title => Distance is not null ? "Changed a puppet's distance" : "Placed a puppet";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => shot with
    {
        Cast = shot.Cast.With(CastId, "puppet", member => member with
        {
            Name = Name ?? member.Name,
            Distance = Distance ?? member.Distance,
            X = X ?? member.X,
            Y = Y ?? member.Y,
            Scale = Scale ?? member.Scale,
            Hidden = Hidden ?? member.Hidden,
        }),
    });
}

public sealed record RemoveCast(string ShotId, string CastId) : Edit
{
    public override string Title => "Took a puppet off the stage";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => CastEdits.Remove(shot, CastId));
}

internal static class CastEdits
{
    public static Shot Remove(Shot shot, string castId) => shot with
    {
        Cast = shot.Cast.Without(castId, "puppet"),
        Channels = shot.Channels.RemoveAll(channel => Address.Parse(channel.Id).Owner == castId),
    };
}

/// <param name="Drawing">Null when the flat shows a drawing that is in the film already.</param>
public sealed record AddFlat(string ShotId, Flat Flat, Drawing? Drawing) : Edit
{
    public override string Title => $"Put up the flat {Flat.Name}";

    protected internal override Film Change(Film film)
    {
        var after = film.WithShot(ShotId, shot => shot with { Flats = shot.Flats.Add(Flat) });
        return Drawing is null ? after : after with { Drawings = after.Drawings.Add(Drawing) };
    }
}

public sealed record ChangeFlat(string ShotId, string FlatId) : Edit
{
    public string? Name { get; init; }

    public Label? Label { get; init; }

    public double? Distance { get; init; }

    public double? X { get; init; }

    public double? Y { get; init; }

    public double? Scale { get; init; }

    public bool? Hidden { get; init; }

    public override string Title => Distance is not null ? "Changed a flat's distance" : Name is not null ? "Renamed a flat" : "Changed a flat";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => shot with
    {
        Flats = shot.Flats.With(FlatId, "flat", flat => flat with
        {
            Name = Name ?? flat.Name,
            Label = Label ?? flat.Label,
            Distance = Distance ?? flat.Distance,
            X = X ?? flat.X,
            Y = Y ?? flat.Y,
            Scale = Scale ?? flat.Scale,
            Hidden = Hidden ?? flat.Hidden,
        }),
    });
}

/// <param name="To">Index in the list; it decides only among flats at one distance.</param>
public sealed record MoveFlat(string ShotId, string FlatId, int To) : Edit
{
    public override string Title => "Reordered a flat";

    protected internal override Film Change(Film film) =>
        film.WithShot(ShotId, shot => shot with { Flats = shot.Flats.Moved(FlatId, To, "flat") });
}

public sealed record RemoveFlat(string ShotId, string FlatId) : Edit
{
    public override string Title => "Took a flat down";

    protected internal override Film Change(Film film)
    {
        var drawing = film.Shots.Find(ShotId, "shot").Flats.Find(FlatId, "flat").Drawing;
        return Unused.DropDrawings(film.WithShot(ShotId, shot => shot with { Flats = shot.Flats.Without(FlatId, "flat") }), [drawing]);
    }
}

public sealed record AddShake(string ShotId, Shake Shake) : Edit
{
    public override string Title => "Added a shake";

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

    public override string Title => Name is null ? "Changed a shake" : "Renamed a shake";

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
        }),
    });
}

public sealed record RemoveShake(string ShotId, string ShakeId) : Edit
{
    public override string Title => "Removed a shake";

    protected internal override Film Change(Film film) =>
        film.WithShot(ShotId, shot => shot with { Shakes = shot.Shakes.Without(ShakeId, "shake") });
}
