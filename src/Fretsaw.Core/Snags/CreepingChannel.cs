using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Snags;

/// <summary>
/// A channel that moves through cards on which everything else of its owner stands still: it was given no hold, so
/// its motion starts before it should.
/// </summary>
public static class CreepingChannel
{
    /// <summary>Parts of the property's range that nobody sees: a tenth of a nudge.</summary>
    private const double VisibleNudges = 0.1;

    public static IEnumerable<Snag> Find(Film film, Shot shot)
    {
        foreach (var owner in shot.Channels.Where(channel => Address.Parse(channel.Id).HasCards).GroupBy(channel => Address.Parse(channel.Id).Owner))
        {
            var channels = owner.ToList();
            var cards = channels.SelectMany(channel => channel.Keys).Select(key => key.Frame).Distinct().Order().ToList();
            foreach (var channel in channels.Where(_ => channels.Count > 1))
            {
                for (var k = 0; k + 1 < channel.Keys.Length; k++)
                {
                    if (Creep(channel, k, channels, cards) is { } until)
                    {
                        yield return Snag(film, shot, channel, channel.Keys[k], channel.Keys[k + 1], until);
                    }
                }
            }
        }
    }

    /// <summary>The last card inside the gap up to which all other channels stand still; null when the gap is right.</summary>
    private static int? Creep(Channel channel, int key, List<Channel> all, List<int> cards)
    {
        var (from, to) = (channel.Keys[key], channel.Keys[key + 1]);
        if (from.Gap == Chart.Hold || Math.Abs(to.Value - from.Value) <= VisibleNudges * Properties.Find(Address.Parse(channel.Id).Property)!.Step)
        {
            return null;
        }

        int? until = null;
        var others = all.Where(other => !ReferenceEquals(other, channel)).ToList();
        foreach (var card in cards.Where(card => card > from.Frame && card < to.Frame))
        {
            if (others.Any(other => Moves(other, from.Frame, card)))
            {
                break;
            }

            until = card;
        }

        // Something must move later: where nothing else ever moves, this channel is the motion itself.
        return until is { } frame && others.Any(other => Moves(other, frame, to.Frame)) ? until : null;
    }

    private static bool Moves(Channel channel, int from, int to)
    {
        for (var k = 0; k + 1 < channel.Keys.Length; k++)
        {
            var (a, b) = (channel.Keys[k], channel.Keys[k + 1]);
            if (a.Value != b.Value && a.Frame < to && b.Frame > from && !(a.Gap == Chart.Hold && b.Frame >= to))
            {
                return true;
            }
        }

        return false;
    }

    private static Snag Snag(Film film, Shot shot, Channel channel, Key from, Key to, int until)
    {
        var address = Address.Parse(channel.Id);
        var property = Properties.Find(address.Property)!;
        var x = (double)(until - from.Frame) / (to.Frame - from.Frame);
        var amount = Math.Round(Math.Abs(to.Value - from.Value) * Timing.Charts.Progress(from.Gap, x), 2);
        var says = FormattableString.Invariant($"{Names.Of(film, shot, address)}, {property.Title.ToLowerInvariant()}, creeps {amount} {property.Unit} from {from.Frame} to {until}: everything else holds until {until}.");
        return new Snag(
            "creeping", address.Owner == Address.Camera ? "camera" : "act", until, channel.Id, amount, property.Unit, says,
            new HoldHere(shot.Id, until, null, [channel.Id]), $"Hold it at {until}");
    }
}
