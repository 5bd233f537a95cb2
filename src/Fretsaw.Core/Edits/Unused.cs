using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>What nothing needs any more leaves the film with what needed it.</summary>
internal static class Unused
{
    public static Film DropDrawings(Film film, IEnumerable<string?> candidates)
    {
        var used = film.Puppets.SelectMany(puppet => puppet.Parts).SelectMany(DrawingsOf)
            .Concat(film.Shots.SelectMany(DrawingsOf))
            .ToHashSet(StringComparer.Ordinal);
        var gone = candidates.Where(id => id is not null && !used.Contains(id)).ToHashSet(StringComparer.Ordinal);
        return gone.Count == 0 ? film : film with { Drawings = film.Drawings.RemoveAll(drawing => gone.Contains(drawing.Id)) };
    }

    /// <summary>The drawings that a shot shows beside its puppets.</summary>
    public static IEnumerable<string?> DrawingsOf(Shot shot) =>
        shot.Things.Select(thing => (thing.Body as Picture)?.Drawing).Concat(shot.References.SelectMany(reference => reference.Pictures));

    /// <summary>Every drawing that a part may show.</summary>
    public static IEnumerable<string?> DrawingsOf(Part part) =>
        part.Swaps.Select(swap => swap.Drawing).Concat(part.Forms.Select(form => (string?)form.Drawing)).Append(part.Drawing);

    /// <summary>
    /// Lets go what named a thing of the puppet, or something to choose, that is not there any more: keys in all shots, and what dials
    /// drive.
    /// </summary>
    public static Film Forget(Film film, string puppetId)
    {
        var puppet = film.Puppets.Find(puppetId, "puppet");
        // An id that is there twice is refused when the film is checked.
        var choices = Properties.OfPuppet(puppet).DistinctBy(thing => thing.Thing).ToDictionary(thing => thing.Thing, thing => thing.Table, StringComparer.Ordinal);
        var dials = puppet.Dials.Select(dial => Forget(dial, choices)).ToImmutableArray();
        var after = dials.SequenceEqual(puppet.Dials) ? film : film.WithPuppet(puppetId, p => p with { Dials = dials });
        var faces = film.Kept.Where(kept => kept.IsExpression).Select(kept => kept.Id).ToHashSet(StringComparer.Ordinal);
        return after with { Shots = [.. after.Shots.Select(shot => Forget(shot, puppetId, choices, faces))] };
    }

    private static Dial Forget(Dial dial, Dictionary<string, ImmutableArray<PropertyInfo>> things)
    {
        bool IsLost(StationValue value) => !things.TryGetValue(value.Thing, out var table)
            || (value.Choice is { } choice && Properties.Named(table, value.Property) is { } property && property.Choices.All(one => one.Id != choice));
        return dial.Stations.All(station => station.Values.All(value => !IsLost(value))) ? dial : dial with
        {
            Stations = [.. dial.Stations.Select(station => station with { Values = station.Values.RemoveAll(IsLost) })],
        };
    }

    private static Shot Forget(Shot shot, string puppetId, Dictionary<string, ImmutableArray<PropertyInfo>> things, HashSet<string> faces)
    {
        var owners = shot.Things.Where(thing => thing.Body is Cast cast && cast.Puppet == puppetId).Select(thing => thing.Id).ToHashSet(StringComparer.Ordinal);
        if (owners.Count == 0)
        {
            return shot;
        }

        shot = Lents.Without(shot, (thing, lent) =>
            (owners.Contains(thing) && !things.ContainsKey(lent.Part)) || (owners.Contains(lent.To) && lent.On != Address.Body && !things.ContainsKey(lent.On)));
        ImmutableArray<Address> touched =
        [
            .. shot.Tracks.Where(track => owners.Contains(track.Address.Owner) && track.Address.Thing != Address.Stand && !faces.Contains(track.Address.Thing)).Select(track => track.Address)
                .Where(address => !things.TryGetValue(address.Thing, out var table) || Properties.Named(table, address.Property) is { Jumps: true } or null),
        ];
        return touched.IsEmpty ? shot : Tracks.OnEach(shot, null, touched, (track, _) => Kept(track, things, id => Lents.Has(shot, track.Address, id)));
    }

    /// <param name="isLent">Whether a choice is another puppet's.</param>
    private static IEnumerable<Key> Kept(Track track, Dictionary<string, ImmutableArray<PropertyInfo>> things, Predicate<string> isLent)
    {
        if (!things.TryGetValue(track.Address.Thing, out var table))
        {
            return [];
        }

        // A swap or carrier that is gone is chosen no more: the part goes on with what it had before.
        var property = Properties.Named(table, track.Address.Property);
        return track.AllKeys.Where(key => key is not ChoiceKey choice || (property is not null && (property.Choices.Any(one => one.Id == choice.Id) || isLent(choice.Id))));
    }
}
