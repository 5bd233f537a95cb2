using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Asking;

/// <summary>A shot → its strip: per owner the cards with their gaps, and a row of beads for each thing that has keys.</summary>
internal static class Strips
{
    /// <summary>A frame is a pose when at least this part of the fullest card's channels is keyed there.</summary>
    private const double FullCard = 1.0 / 3;

    public static StripAnswer Of(Film film, Shot shot)
    {
        var owners = shot.Cast.Select(member => (member.Id, member.Name, IsCamera: false)).Append((Id: Address.Camera, Name: "Camera", IsCamera: true));
        return new StripAnswer(shot.Length, film.FrameRate, [.. owners.Select(owner => Owner(film, shot, owner.Id, owner.Name, owner.IsCamera))]);
    }

    private static StripOwner Owner(Film film, Shot shot, string id, string name, bool isCamera)
    {
        var channels = shot.Channels.Where(channel => Address.Parse(channel.Id).Owner == id).ToList();
        var withCards = channels.Where(channel => Address.Parse(channel.Id).HasCards).ToList();
        return new StripOwner(id, name, isCamera, Cards(withCards), Rows(film, shot, channels, isCamera));
    }

    private static ImmutableArray<PoseCard> Cards(List<Channel> channels)
    {
        var byFrame = channels.SelectMany(channel => channel.Keys.Select(key => (channel, key)))
            .GroupBy(pair => pair.key.Frame)
            .OrderBy(group => group.Key)
            .Select(group => (Frame: group.Key, Keyed: group.Select(pair => pair.channel).ToList(), Charts: group.Select(pair => pair.key.Gap).Distinct().ToList()))
            .ToList();
        var most = byFrame.Count == 0 ? 0 : byFrame.Max(card => card.Keyed.Count);
        var full = byFrame.Where(card => card.Keyed.Count >= FullCard * most).Select(card => card.Frame).ToList();
        return [.. byFrame.Select(card =>
        {
            Chart? chart = card.Charts.Count == 1 ? card.Charts[0] : null;
            int? next = full.Contains(card.Frame) ? full.Where(frame => frame > card.Frame).Select(frame => (int?)frame).FirstOrDefault() : null;
            var still = next is { } end && card.Keyed.TrueForAll(channel => StandsStill(channel, card.Frame, end));
            ImmutableArray<double> ticks = next is { } to ? [.. Charts.Ticks(chart ?? Chart.Even, to - card.Frame)] : [];
            return new PoseCard(card.Frame, full.Contains(card.Frame), chart, next, still, ticks);
        })];
    }

    private static ImmutableArray<StripRow> Rows(Film film, Shot shot, List<Channel> channels, bool byProperty) =>
    [
        .. channels.GroupBy(channel => byProperty ? Address.Parse(channel.Id).Property : Address.Parse(channel.Id).Thing).Select(group =>
        {
            var members = group.ToList();
            var title = byProperty ? Properties.Find(group.Key)!.Title : Names.Of(film, shot, Address.Parse(members[0].Id));
            return new StripRow(group.Key, title, [.. members.Select(channel => channel.Id)], Beads(members));
        }),
    ];

    private static ImmutableArray<Bead> Beads(List<Channel> channels)
    {
        var frames = channels.SelectMany(channel => channel.Keys).Select(key => key.Frame).Distinct().Order().ToList();
        return [.. frames.Select((frame, i) => new Bead(frame, i + 1 < frames.Count && channels.TrueForAll(channel => StandsStill(channel, frame, frames[i + 1]))))];
    }

    private static bool StandsStill(Channel channel, int from, int to)
    {
        for (var k = 0; k + 1 < channel.Keys.Length; k++)
        {
            var (a, b) = (channel.Keys[k], channel.Keys[k + 1]);
            if (a.Frame < to && b.Frame > from && a.Value != b.Value && a.Gap != Chart.Hold)
            {
                return false;
            }
        }

        return true;
    }
}
