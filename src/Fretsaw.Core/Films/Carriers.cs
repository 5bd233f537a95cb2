namespace Fretsaw.Core.Films;

/// <summary>
/// What rides on what in a puppet. A part with several carriers counts as riding on all of them at once, so that one order holds
/// for every frame and no keys can make a circle.
/// </summary>
internal static class Carriers
{
    /// <returns>By the id of every bone and part, what may carry it; the body and the stand carry without being listed.</returns>
    private static Dictionary<string, string[]> Of(Puppet puppet)
    {
        var carriers = new Dictionary<string, string[]>(puppet.Bones.Length + puppet.Parts.Length, StringComparer.Ordinal);
        foreach (var bone in puppet.Bones)
        {
            carriers.Add(bone.Id, bone.RidesOn is { } on ? [on] : []);
        }

        foreach (var part in puppet.Parts)
        {
            carriers.Add(part.Id, [.. (part.RidesOn is { } on ? [on] : (string[])[]), .. part.AlsoRidesOn.Where(id => id is not (Address.Body or Address.Stand))]);
        }

        return carriers;
    }

    /// <summary>Whether a part or bone is one of some, or may come to ride on one by any choice.</summary>
    public static bool MayHang(Puppet puppet, string id, IReadOnlySet<string> on)
    {
        var (carriers, open, seen) = (Of(puppet), new Stack<string>([id]), new HashSet<string>(StringComparer.Ordinal));
        while (open.TryPop(out var at))
        {
            if (on.Contains(at))
            {
                return true;
            }

            foreach (var carrier in seen.Add(at) ? carriers.GetValueOrDefault(at, []) : [])
            {
                open.Push(carrier);
            }
        }

        return false;
    }

    /// <summary>How many may ride one on another: every frame goes along such a chain once for each of its links.</summary>
    private const int Deepest = 2000;

    /// <returns>The ids of bones and parts so that every carrier comes before what it carries.</returns>
    /// <exception cref="FilmException">Something rides on itself by a detour, or on too many others in turn.</exception>
    public static List<string> InOrder(Puppet puppet)
    {
        var carriers = Of(puppet);
        var order = new List<string>(carriers.Count);
        var state = new Dictionary<string, bool>(carriers.Count, StringComparer.Ordinal);

        // A walk of its own stack: a chain of carriers may be as long as a puppet has parts.
        var open = new Stack<(string Id, int Next)>();
        foreach (var start in carriers.Keys)
        {
            if (!state.TryAdd(start, false))
            {
                continue;
            }

            open.Push((start, 0));
            while (open.TryPop(out var at))
            {
                var on = carriers[at.Id];
                FilmException.ThrowIf(open.Count >= Deepest, $"puppet '{puppet.Name}'", $"has more than {Deepest} parts and bones attached one to another", "attach some of them to the body");
                if (at.Next == on.Length)
                {
                    state[at.Id] = true;
                    order.Add(at.Id);
                    continue;
                }

                open.Push((at.Id, at.Next + 1));
                if (state.TryAdd(on[at.Next], false))
                {
                    open.Push((on[at.Next], 0));
                }
                else
                {
                    FilmException.ThrowIf(!state[on[at.Next]], $"puppet '{puppet.Name}'", "has something that is attached to itself through others", "attach it to something else");
                }
            }
        }

        return order;
    }
}
