using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

public sealed record AddShot(Shot Shot) : Edit
{
    public override string Title => $"Add shot {Shot.Name}";

    protected internal override Film Change(Film film) => film with { Shots = film.Shots.Add(Shot) };
}

public sealed record ChangeShot(string ShotId) : Edit
{
    public string? Name { get; init; }

    public int? Length { get; init; }

    public Wind? Wind { get; init; }

    /// <summary>0 for all frames.</summary>
    public double? RoughRate { get; init; }

    public FrameRange? Range { get; init; }

    /// <summary>All frames play and print again.</summary>
    public bool? WithoutRange { get; init; }

    public override string Title => Name is not null ? "Rename shot"
        : Wind is not null ? "Change wind"
        : RoughRate is not null ? "Change frame steps of shot"
        : Range is not null || WithoutRange == true ? "Change range"
        : "Change length of shot";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => shot with
    {
        Name = Name ?? shot.Name,
        Length = Length ?? shot.Length,
        Wind = Wind ?? shot.Wind,
        RoughRate = RoughRate is 0 ? null : RoughRate ?? shot.RoughRate,
        Range = WithoutRange == true ? null : Range ?? shot.Range,
    });
}

/// <summary>Takes a shot out, and with it the pictures that no other shot shows.</summary>
public sealed record RemoveShot(string ShotId) : Edit
{
    public override string Title => "Delete shot";

    protected internal override Film Change(Film film)
    {
        var shot = film.Shots.Find(ShotId, "shot");
        return Unused.DropDrawings(film with { Shots = film.Shots.Remove(shot) }, Unused.DrawingsOf(shot));
    }
}

/// <param name="To">Index in the film's order.</param>
public sealed record MoveShot(string ShotId, int To) : Edit
{
    public override string Title => "Reorder shots";

    protected internal override Film Change(Film film) => film with { Shots = film.Shots.Moved(ShotId, To, "shot") };
}

/// <summary>Copies a shot with all that stands on its stage and its keys; the copy comes after it.</summary>
/// <param name="CopyId">New to the film.</param>
public sealed record CopyShot(string ShotId, string CopyId, string Name) : Edit
{
    public override string Title => "Duplicate shot";

    protected internal override Film Change(Film film) => film with
    {
        // Ids within a shot are its own, so the copy keeps them.
        Shots = film.Shots.Insert(film.Shots.IndexOf(ShotId, "shot") + 1, film.Shots.Find(ShotId, "shot") with { Id = CopyId, Name = Name }),
    };
}
