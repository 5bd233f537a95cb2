using System.Diagnostics.CodeAnalysis;

namespace Fretsaw.Core.Engine;

/// <summary>Things that are costly to make, the most recently used of them. Safe for threads; two may make the same thing at once.</summary>
/// <param name="most">How many are kept.</param>
internal sealed class Recent<TKey, TValue>(int most)
    where TKey : notnull
{
    private readonly Dictionary<TKey, LinkedListNode<(TKey Key, TValue Value)>> nodes = [];
    private readonly LinkedList<(TKey Key, TValue Value)> byUse = [];
    private readonly Lock gate = new();

    public bool TryGet(TKey key, [MaybeNullWhen(false)] out TValue value)
    {
        lock (gate)
        {
            if (!nodes.TryGetValue(key, out var node))
            {
                value = default;
                return false;
            }

            byUse.Remove(node);
            byUse.AddFirst(node);
            value = node.Value.Value;
            return true;
        }
    }

    public void Put(TKey key, TValue value)
    {
        lock (gate)
        {
            if (nodes.Remove(key, out var old))
            {
                byUse.Remove(old);
            }

            nodes[key] = byUse.AddFirst((key, value));
            if (nodes.Count > most)
            {
                nodes.Remove(byUse.Last!.Value.Key);
                byUse.RemoveLast();
            }
        }
    }

    public TValue GetOrAdd(TKey key, Func<TKey, TValue> make)
    {
        if (TryGet(key, out var known))
        {
            return known;
        }

        var made = make(key);
        Put(key, made);
        return made;
    }
}
