using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>Says that another puppet on the stage may carry a part, or how; in the place of what has its id.</summary>
public sealed record Lend(string ShotId, string ThingId, Lent Lent) : Edit
{
    public override string Title => "Change what a part can attach to";

    protected internal override Film Change(Film film) => film.WithShot(ShotId, shot => shot with
    {
        Things = shot.Things.With(ThingId, "thing", thing => thing.Body is Cast cast
            ? thing with { Body = cast with { Lent = cast.Lent.Put(Lent) } }
            : throw new FilmException($"'{thing.Name}'", "is not a puppet", "select a puppet")),
    });
}

internal static class Lents
{
    /// <summary>Whether a key of a part's carrier chooses another puppet.</summary>
    public static bool Has(Shot shot, Address carrier, string choice) =>
        carrier.Property == Properties.RidesOn.Name && shot.Things.FirstOrDefault(thing => thing.Id == carrier.Owner)?.Body is Cast cast && cast.Lent.Any(lent => lent.Part == carrier.Thing && lent.Id == choice);

    /// <param name="gone">By the thing that lends, and what it lends.</param>
    public static Shot Without(Shot shot, Func<string, Lent, bool> gone)
    {
        var lost = shot.Things.SelectMany(thing => thing.Body is Cast cast ? cast.Lent.Where(lent => gone(thing.Id, lent)).Select(lent => (thing.Id, Lent: lent)) : []).ToList();
        if (lost.Count == 0)
        {
            return shot;
        }

        var keys = lost.Select(one => new Address(one.Id, one.Lent.Part, Properties.RidesOn.Name)).Distinct().ToImmutableArray();
        var after = Tracks.OnEach(shot, null, keys, (track, _) => track.AllKeys.Where(key =>
            key is not ChoiceKey choice || !lost.Exists(one => one.Id == track.Address.Owner && one.Lent.Part == track.Address.Thing && one.Lent.Id == choice.Id)));
        return after with
        {
            Things = [.. after.Things.Select(thing => thing.Body is Cast cast && cast.Lent.Any(lent => gone(thing.Id, lent)) ? thing with { Body = cast with { Lent = cast.Lent.RemoveAll(lent => gone(thing.Id, lent)) } } : thing)],
        };
    }
}
