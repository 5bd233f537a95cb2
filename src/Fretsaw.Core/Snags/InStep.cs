using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Snags;

/// <summary>
/// Things of a puppet that are keyed on the very same frames and so move in step: a joint with what carries it, a limb with the other
/// side's. In good acting they are apart by some frames (common practice), but not in every pose: it is looked for when asked.
/// </summary>
internal static class InStep
{
    /// <summary>With fewer keys nobody sees a rhythm.</summary>
    private const int FewestKeys = 3;

    /// <summary>Frames by which a joint comes after what carries it (common practice).</summary>
    private const int Apart = 2;

    public static IEnumerable<Snag> Find(Film film, Shot shot)
    {
        foreach (var owner in shot.Things)
        {
            if (shot.PuppetOf(film, owner.Id) is not { } puppet)
            {
                continue;
            }

            var rows = shot.Tracks.Where(track => track.Address.Owner == owner.Id && track is not ChoiceTrack)
                .GroupBy(track => track.Address.Thing).ToDictionary(group => group.Key, group => group.ToList(), StringComparer.Ordinal);
            var sides = Mirroring.Of(puppet);
            foreach (var (thing, tracks) in rows)
            {
                // Of two sides only the second is told of.
                var carrier = Carrier(puppet, thing);
                var side = sides.GetValueOrDefault(thing) is { } other && string.CompareOrdinal(other, thing) < 0 ? other : null;
                foreach (var leader in (string?[])[carrier, side])
                {
                    if (leader is not null && rows.TryGetValue(leader, out var its) && FramesOf(tracks) is var frames && frames.Count >= FewestKeys && frames.SetEquals(FramesOf(its)))
                    {
                        yield return Snag(film, shot, tracks, its, frames);
                    }
                }
            }
        }
    }

    private static SortedSet<int> FramesOf(List<Track> tracks) => [.. tracks.SelectMany(track => track.AllKeys).Select(key => key.Frame)];

    private static string? Carrier(Puppet puppet, string thing) =>
        puppet.Bones.FirstOrDefault(bone => bone.Id == thing)?.RidesOn ?? puppet.Parts.FirstOrDefault(part => part.Id == thing)?.RidesOn;

    private static Snag Snag(Film film, Shot shot, List<Track> tracks, List<Track> its, SortedSet<int> frames)
    {
        var (named, leader) = (Names.Of(film, shot, tracks[0].Address), Names.Of(film, shot, its[0].Address));
        ImmutableArray<Beads> chosen = [new Beads([.. tracks.Select(track => track.Address)], [.. frames])];
        return new Snag(
            "inStep", "act", frames.Min, tracks[0].Address, named.Kind, frames.Count, "keys",
            $"{named.Name} moves in step with {leader.Name}: all {frames.Count} keys are on the same frames.",
            new RetimeKeys(shot.Id, chosen, new Shift(Apart)), $"Delay it by {Apart} frames");
    }
}
