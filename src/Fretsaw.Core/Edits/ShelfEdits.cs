using System.Collections.Immutable;
using System.Text.Json;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>
/// Makes a film's copy of a puppet what the shelf has. Everything of its rig and art is replaced; the copy keeps its id,
/// and so its place on every stage and its keys, but for keys of what the puppet has no more. A film without a copy gets one.
/// </summary>
/// <param name="Puppet">As it is on the shelf, which names it.</param>
/// <param name="Drawings">All that it shows.</param>
public sealed record TakeFromShelf(Puppet Puppet, ImmutableArray<Drawing> Drawings) : Edit
{
    public override string Title => $"Import {Puppet.Name} from shelf";

    /// <summary>What another film would take, of a puppet in this one.</summary>
    public static TakeFromShelf Of(Film film, Puppet puppet)
    {
        var shown = puppet.Parts.SelectMany(Unused.DrawingsOf).ToHashSet(StringComparer.Ordinal);
        return new TakeFromShelf(puppet, [.. film.Drawings.Where(drawing => shown.Contains(drawing.Id))]);
    }

    protected internal override Film Change(Film film)
    {
        var own = film.Puppets.FirstOrDefault(puppet => puppet.Shelf is not null && puppet.Shelf == Puppet.Shelf);
        var (drawings, idOf) = With(film.Drawings);
        var puppet = Puppet with
        {
            Id = own?.Id ?? Ids.Free(Puppet.Id, id => film.Puppets.All(other => other.Id != id)),
            Parts = [.. Puppet.Parts.Select(part => Showing(part, idOf))],
        };
        var after = film with
        {
            Drawings = drawings,
            Puppets = own is null ? film.Puppets.Add(puppet) : film.Puppets.Replace(own, puppet),
        };
        return own is null ? after : Unused.DropDrawings(Unused.Forget(after, puppet.Id), own.Parts.SelectMany(Unused.DrawingsOf));
    }

    /// <summary>The film's drawings with those that came along. An id that means another drawing in this film is not taken.</summary>
    private (ImmutableArray<Drawing> All, Dictionary<string, string> IdOf) With(ImmutableArray<Drawing> there)
    {
        var known = there.ToDictionary(drawing => drawing.Id, StringComparer.Ordinal);
        var idOf = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var drawing in Drawings)
        {
            var id = Ids.Free(drawing.Id, id => !known.TryGetValue(id, out var other) || Same(other, drawing with { Id = id }));
            known.TryAdd(id, drawing with { Id = id });
            idOf[drawing.Id] = id;
        }

        var added = idOf.Values.Where(id => there.All(drawing => drawing.Id != id)).ToList();
        return (there.AddRange(added.Select(id => known[id])), idOf);
    }

    private static bool Same(Drawing a, Drawing b) =>
        ReferenceEquals(a, b) || JsonSerializer.Serialize(a, FilmJson.Default.Drawing) == JsonSerializer.Serialize(b, FilmJson.Default.Drawing);

    private static Part Showing(Part part, Dictionary<string, string> idOf) => part with
    {
        Drawing = part.Drawing is null ? null : idOf.GetValueOrDefault(part.Drawing, part.Drawing),
        Swaps = [.. part.Swaps.Select(swap => swap.Drawing is null ? swap : swap with { Drawing = idOf.GetValueOrDefault(swap.Drawing, swap.Drawing) })],
        Forms = [.. part.Forms.Select(form => form with { Drawing = idOf.GetValueOrDefault(form.Drawing, form.Drawing) })],
    };
}
