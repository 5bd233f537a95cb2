using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>What turns one list of things into another.</summary>
/// <param name="Put">Things to add or replace, whole.</param>
/// <param name="Gone">Ids to take out.</param>
/// <param name="Order">All ids in their order, when the order changes; things it does not name stay behind the rest.</param>
public sealed record ListChange<T>(ImmutableArray<T> Put, ImmutableArray<string> Gone, ImmutableArray<string>? Order)
    where T : class, IEntity
{
    public ImmutableArray<T> Apply(ImmutableArray<T> list)
    {
        var put = Put.ToDictionary(item => item.Id, StringComparer.Ordinal);
        var gone = Gone.ToHashSet(StringComparer.Ordinal);
        var kept = list.Where(item => !gone.Contains(item.Id))
            .Select(item => put.Remove(item.Id, out var replaced) ? replaced : item)
            .Concat(Put.Where(item => list.All(old => old.Id != item.Id)))
            .ToImmutableArray();
        if (Order is not { } order)
        {
            return kept;
        }

        var rank = new Dictionary<string, int>(StringComparer.Ordinal);
        for (var i = 0; i < order.Length; i++)
        {
            rank[order[i]] = i;
        }

        return [.. kept.OrderBy(item => rank.GetValueOrDefault(item.Id, int.MaxValue))];
    }
}

public static class ListChange
{
    /// <returns>Null when the lists hold the same things in the same order.</returns>
    public static ListChange<T>? Between<T>(ImmutableArray<T> from, ImmutableArray<T> to, Func<T, T, bool>? same = null)
        where T : class, IEntity
    {
        if (from == to)
        {
            return null;
        }

        var old = from.ToDictionary(item => item.Id, StringComparer.Ordinal);
        var put = to.Where(item => !old.TryGetValue(item.Id, out var was) || !(ReferenceEquals(was, item) || (same?.Invoke(was, item) ?? false))).ToImmutableArray();
        var kept = to.Select(item => item.Id).ToHashSet(StringComparer.Ordinal);
        var gone = from.Where(item => !kept.Contains(item.Id)).Select(item => item.Id).ToImmutableArray();
        ImmutableArray<string>? order = from.Select(item => item.Id).SequenceEqual(to.Select(item => item.Id))
            ? null
            : [.. to.Select(item => item.Id)];
        return put.IsEmpty && gone.IsEmpty && order is null ? null : new ListChange<T>(put, gone, order);
    }
}
