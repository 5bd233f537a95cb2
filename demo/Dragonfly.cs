using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;
using Fretsaw.Formats.Layers;

namespace Fretsaw.Demo;

/// <summary>
/// A dragonfly of painted layers that hovers by the lamp until the horn drives it off: a tail of three bones after a goal, and
/// wings on a pad.
/// </summary>
internal static class Dragonfly
{
    private const string Id = "dragonfly";
    private const string Wings = "fly-wings";
    private const string Tail = "fly-tail";
    private const int Horn = ActingRecipe.Horn;

    private static readonly ImmutableArray<string> TailBones = ["fly-tail-1", "fly-tail-2", "fly-tail-3"];

    public static Film Fly(Film film, string shot, out IReadOnlyDictionary<string, byte[]> pictures)
    {
        var art = ArtFile.Read(DemoFilm.Art("dragonfly.ora"), "dragonfly.ora", "fly");
        var (puppet, drawings) = art.ToPuppet("dragonfly.ora", "fly");
        pictures = art.Assets;
        film = new AddPuppet(puppet with { Origin = new Point(160, 160) }, drawings).Apply(film);
        film = Rig(puppet.Id, puppet.Parts.ToImmutableDictionary(part => part.Name, part => part.Id)).Aggregate(film, (current, edit) => edit.Apply(current));
        film = new AddThing(shot, OnStage.Puppet(Id, "Dragonfly", puppet.Id, new Stand { Distance = 3.1, X = 640, Y = 470, SizePercent = 50 })).Apply(film);
        return Beat(Path(film, shot), shot);
    }

    private static IEnumerable<Edit> Rig(string puppet, ImmutableDictionary<string, string> parts)
    {
        for (var i = 0; i < TailBones.Length; i++)
        {
            yield return new AddBone(puppet, new Bone
            {
                Id = TailBones[i],
                Name = $"Tail {i + 1}",
                Start = new Point(178 + (i * 90), 160),
                End = new Point(268 + (i * 90), 160),
                RidesOn = i == 0 ? parts["Body"] : TailBones[i - 1],
                Limit = new TurnLimit(-40, 40),
            });
        }

        yield return new AddReach(puppet, new Reach { Id = Tail, Name = "Tail's end", Upper = TailBones[0], Lower = TailBones[^1], Bend = 1, StretchPercent = 10, Method = ReachMethod.Settled });
        yield return new ChangePart(puppet, parts["Tail"]) { RidesOn = parts["Body"], Bend = new BoneBend { Bones = TailBones } };
        yield return new ChangePart(puppet, parts["Wing, near"]) { RidesOn = parts["Body"], Pivot = new Point(160, 150) };
        yield return new ChangePart(puppet, parts["Wing, far"]) { RidesOn = parts["Body"], Pivot = new Point(158, 150), Locked = true };
        yield return new PutDial(puppet, new Dial
        {
            Id = Wings,
            Name = "Wings",
            IsPad = true,
            Spread = PadSpread.Triangles,
            Stations = [Wing(-100, -100, -22, 100), Wing(100, -100, 16, 96), Wing(0, 100, -6, -58)],
        });

        Station Wing(double across, double down, double turn, double stretch) => new(across, down,
        [
            new StationValue(parts["Wing, near"], "turn", turn), new StationValue(parts["Wing, near"], "stretchY", stretch),
            new StationValue(parts["Wing, far"], "turn", turn / 2), new StationValue(parts["Wing, far"], "stretchY", stretch),
        ]);
    }

    /// <summary>It hangs in the air, darts nearer, and is gone after the horn.</summary>
    private static Film Path(Film film, string shot)
    {
        (int Frame, Gap Gap, double X, double Y, double Turn, double TailX, double TailY)[] stays =
        [
            (1, Gap.Both, 0, 0, 0, -20, 40), (30, Gap.Both, 60, -30, -6, -30, 60), (40, Gap.SlowStop, 170, -80, 8, -10, -30), (64, Gap.Both, 150, -60, 2, -24, 46),
            (Horn, Gap.SlowStart, 160, -70, 0, -20, 40), (Horn + 6, Gap.SlowStop, 120, -50, -18, -60, 90), (Horn + 24, Gap.Even, -900, -420, 24, -10, -40),
        ];
        foreach (var (frame, gap, x, y, turn, tailX, tailY) in stays)
        {
            film = Keyed.Card(film, shot, frame, gap, Keyed.Of(
                Id, (Address.Body, "shiftX", x), (Address.Body, "shiftY", y), (Address.Body, "turn", turn), (Tail, "shiftX", tailX), (Tail, "shiftY", tailY)));
        }

        return film;
    }

    /// <summary>Down and up again every four frames, a little forward one time and back the next.</summary>
    private static Film Beat(Film film, string shot)
    {
        for (var frame = 1; frame <= Horn + 24; frame += 2)
        {
            var (stroke, down) = ((frame - 1) / 4 % 2 == 0 ? -100 : 100, (frame - 1) % 4 == 0 ? -100 : 100);
            film = Keyed.Alone(film, shot, frame, Gap.Even, Keyed.Of(Id, (Wings, "across", down < 0 ? stroke : 0), (Wings, "down", down)));
        }

        return film;
    }
}
