using System.Collections.Immutable;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Asking;

/// <summary>A shot → its strip: per owner the cards with their gaps, and a row of beads for each thing that has keys.</summary>
internal static class Strips
{
    public static StripAnswer Of(Film film, Shot shot)
    {
        var owners = shot.Cast.Select(member => (member.Id, member.Name, IsCamera: false)).Append((Id: Address.Camera, Name: "Camera", IsCamera: true));
        return new StripAnswer(shot.Length, film.FrameRate, [.. owners.Select(owner => Owner(film, shot, owner.Id, owner.Name, owner.IsCamera))]);
    }

    private static StripOwner Owner(Film film, Shot shot, string id, string name, bool isCamera)
    {
        var channels = shot.Channels.Where(channel => Address.Parse(channel.Id).Owner == id).ToList();

        // A focus pull has a timing of its own: its keys are focus marks and no camera marks.
        var cards = isCamera ? channels.Where(channel => Address.Parse(channel.Id).Property != "focus").ToList() : channels;
        return new StripOwner(id, name, isCamera, Cards(cards), Rows(film, shot, channels, isCamera));
    }

    private static ImmutableArray<PoseCard> Cards(List<Channel> channels)
    {
        var frames = channels.SelectMany(channel => channel.Keys).Select(key => key.Frame).Distinct().Order().ToList();
        var cards = ImmutableArray.CreateBuilder<PoseCard>(frames.Count);
        for (var i = 0; i < frames.Count; i++)
        {
            var frame = frames[i];
            var charts = channels.SelectMany(channel => channel.Keys).Where(key => key.Frame == frame).Select(key => key.Gap).Distinct().ToList();
            Chart? chart = charts.Count == 1 ? charts[0] : null;
            var last = i + 1 == frames.Count;
            var still = last || channels.TrueForAll(channel => StandsStill(channel, frame, frames[i + 1]));
            cards.Add(new PoseCard(frame, chart, still, last ? [] : [.. Charts.Ticks(chart ?? Chart.Even, frames[i + 1] - frame)]));
        }

        return cards.ToImmutable();
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
