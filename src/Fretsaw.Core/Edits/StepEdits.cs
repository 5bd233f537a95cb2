using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>Chooses on what a thing, a puppet or all of a shot is drawn.</summary>
/// <param name="Owner">"" for all of the shot but the camera.</param>
/// <param name="Thing">"" for all of the owner.</param>
/// <param name="Every">Frames, [1, 48]; 0 to go by what is said of more.</param>
public sealed record SetStep(string ShotId, string Owner, string Thing, int Every) : Edit
{
    public override string Title => "Set frame steps";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot =>
    {
        FilmException.ThrowIf(Owner.Length > 0 && Owner != Address.Camera && shot.Things.All(thing => thing.Id != Owner), $"'{Owner}'", "is not on the stage", "select something that is");
        var others = shot.Steps.RemoveAll(step => step.Owner == Owner && step.Thing == Thing);
        return shot with { Steps = Every == 0 ? others : others.Add(new Stepping(Owner, Thing, Every)) };
    });
}
