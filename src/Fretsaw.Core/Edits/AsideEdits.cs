using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>Keeps the acting of a shot, as it is now, aside under a name.</summary>
/// <param name="NewId">New to the shot's versions.</param>
public sealed record KeepAside(string ShotId, string NewId, string Name) : Edit
{
    public override string Title => $"Save version {Name}";

    protected internal override Film Change(Film film) =>
        film.WithShot(ShotId, shot => shot with { Asides = shot.Asides.Add(Aside.Of(shot, NewId, Name)) });
}

/// <summary>Acts the shot as in a version that was kept, which stays kept.</summary>
public sealed record TakeAside(string ShotId, string AsideId) : Edit
{
    public override string Title => "Restore version";

    protected internal override Film Change(Film film) =>
        film.WithShot(ShotId, shot => shot.Asides.Find(AsideId, "version").On(shot));
}

public sealed record RemoveAside(string ShotId, string AsideId) : Edit
{
    public override string Title => "Delete version";

    protected internal override Film Change(Film film) =>
        film.WithShot(ShotId, shot => shot with { Asides = shot.Asides.Without(AsideId, "version") });
}
