using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Edits;

/// <summary>What turns one list of things into another.</summary>
/// <param name="Put">Things to add or replace, whole.</param>
/// <param name="Gone">Keys of things to take out.</param>
/// <param name="Order">All keys in their order, where it cannot be told otherwise; things it does not name stay behind the rest.</param>
public sealed record ListChange<T, TKey>(ImmutableArray<T> Put, ImmutableArray<TKey> Gone, ImmutableArray<TKey>? Order = null)
    where T : class, IKeyed<TKey>
    where TKey : notnull
{
    public ImmutableArray<T> Apply(ImmutableArray<T> list)
    {
        var put = Put.Once(item => item.Key, "change");
        var gone = Gone.ToHashSet();
        var kept = ImmutableArray.CreateBuilder<T>(list.Length + Put.Length);
        foreach (var item in list)
        {
            if (!gone.Contains(item.Key))
            {
                kept.Add(put.Remove(item.Key, out var replaced) ? replaced : item);
            }
        }

        kept.AddRange(Put.Where(item => put.ContainsKey(item.Key)));
        if (Order is not { } order)
        {
            return kept.ToImmutable();
        }

        var rank = order.Select((key, i) => (Key: key, Rank: i)).Once(pair => pair.Key, "order");
        return [.. kept.OrderBy(item => rank.TryGetValue(item.Key, out var place) ? place.Rank : int.MaxValue)];
    }

    /// <summary>The same on a list that is kept in the order of its keys.</summary>
    public ImmutableArray<T> ApplySorted(ImmutableArray<T> list) => [.. Apply(list).OrderBy(item => item.Key)];
}

internal static class ListChange
{
    /// <param name="inside">What changes inside a thing that is in both lists is told elsewhere.</param>
    /// <param name="sorted">The list is kept in the order of its keys, so that none need be told.</param>
    /// <returns>Null when the lists hold the same things in the same order.</returns>
    public static ListChange<T, TKey>? Between<T, TKey>(ImmutableArray<T> from, ImmutableArray<T> to, bool inside = false, bool sorted = false)
        where T : class, IKeyed<TKey>
        where TKey : notnull
    {
        if (from == to)
        {
            return null;
        }

        var old = from.ToDictionary(item => item.Key);
        var put = to.Where(item => !old.TryGetValue(item.Key, out var was) || (!inside && !ReferenceEquals(was, item) && !was.Equals(item))).ToImmutableArray();
        var kept = to.Select(item => item.Key).ToHashSet();
        var gone = from.Where(item => !kept.Contains(item.Key)).Select(item => item.Key).ToImmutableArray();
        var change = new ListChange<T, TKey>(put, gone, null);
        if (!sorted && !change.Apply(from).Select(item => item.Key).SequenceEqual(to.Select(item => item.Key)))
        {
            change = change with { Order = [.. to.Select(item => item.Key)] };
        }

        return put.IsEmpty && gone.IsEmpty && change.Order is null ? null : change;
    }

    /// <summary>What changes inside things that are in both lists.</summary>
    public static ImmutableArray<TChange> Inside<T, TKey, TChange>(ImmutableArray<T> from, ImmutableArray<T> to, Func<T, T, TChange?> between)
        where T : class, IKeyed<TKey>
        where TKey : notnull
        where TChange : class
    {
        if (from == to)
        {
            return [];
        }

        var old = from.ToDictionary(item => item.Key);
        var changes = ImmutableArray.CreateBuilder<TChange>();
        foreach (var item in to)
        {
            if (old.TryGetValue(item.Key, out var was) && !ReferenceEquals(was, item) && between(was, item) is { } change)
            {
                changes.Add(change);
            }
        }

        return changes.ToImmutable();
    }

    /// <summary>Changes things of a list by what is told of them; what is not there any more is passed over.</summary>
    public static ImmutableArray<T> Each<T, TKey, TChange>(this ImmutableArray<T> list, ImmutableArray<TChange> changes, Func<TChange, TKey> keyOf, Func<TChange, T, T> apply)
        where T : class, IKeyed<TKey>
        where TKey : notnull
    {
        if (changes.IsDefaultOrEmpty)
        {
            return list;
        }

        var byKey = changes.Once(keyOf, "change");
        var after = ImmutableArray.CreateBuilder<T>(list.Length);
        foreach (var item in list)
        {
            after.Add(byKey.TryGetValue(item.Key, out var change) ? apply(change, item) : item);
        }

        return after.MoveToImmutable();
    }
}

/// <summary>What turns one list of things that have no keys, such as strokes, into another: a stretch of it is replaced.</summary>
public sealed record Splice<T>(int At, int Remove, ImmutableArray<T> Insert)
{
    public ImmutableArray<T> Apply(ImmutableArray<T> list)
    {
        var at = Math.Clamp(At, 0, list.Length);
        return list.RemoveRange(at, Math.Clamp(Remove, 0, list.Length - at)).InsertRange(at, Insert);
    }
}

internal static class Splice
{
    /// <returns>Null when the lists are the same.</returns>
    public static Splice<T>? Between<T>(ImmutableArray<T> from, ImmutableArray<T> to)
        where T : class
    {
        if (from == to)
        {
            return null;
        }

        var (shorter, first) = (Math.Min(from.Length, to.Length), 0);
        while (first < shorter && from[first].Equals(to[first]))
        {
            first++;
        }

        var last = 0;
        while (last < shorter - first && from[^(last + 1)].Equals(to[^(last + 1)]))
        {
            last++;
        }

        return first == from.Length && first == to.Length ? null : new Splice<T>(first, from.Length - first - last, to[first..^last]);
    }
}
