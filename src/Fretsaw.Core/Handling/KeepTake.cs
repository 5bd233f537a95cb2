using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Handling;

/// <summary>What a live take is performed with.</summary>
public enum TakeWith
{
    /// <summary>A drag on the picture: the pointer's place, two numbers.</summary>
    Pointer,

    /// <summary>The face pad: right and down, [−1, 1].</summary>
    FacePad,

    /// <summary>A face device: a number for each <see cref="DeviceChannel"/>.</summary>
    Device,
}

/// <param name="Frame">1-based, between frames too.</param>
public sealed record TakeReading(double Frame, ImmutableArray<double> Values);

/// <summary>
/// Keys what was performed while the shot ran, with as few keys as keep within a tolerance; what was keyed of it in those frames gives
/// way. One reading alone is keyed as it is.
/// </summary>
/// <param name="Owner">Id of the puppet on the stage.</param>
/// <param name="Readings">By rising frame.</param>
public sealed record KeepTake(string Shot, string Owner, TakeWith With, ImmutableArray<TakeReading> Readings) : Wish
{
    private const int MostReadings = 200_000;

    /// <summary>Of a key's value behind the point.</summary>
    private const int Digits = 2;

    /// <summary>What rounding keys to their digits takes of the tolerance.</summary>
    private const double HalfStep = 0.005;

    /// <summary>The drag, as it began; for <see cref="TakeWith.Pointer"/>.</summary>
    public Gesture? Gesture { get; init; }

    /// <summary>How far a key's line may pass beside what was performed, in the values' own units (px, ° or %), [0, 1000].</summary>
    public double Tolerance { get; init; } = 1;

    /// <summary>Frames on either side that are averaged, [0, 24].</summary>
    public int SmoothFrames { get; init; }

    /// <summary>Frames by which the performer came late, [−24, 24]: it is moved so much earlier.</summary>
    public double LatencyFrames { get; init; }

    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var (shot, reduced) = (film.Shots.Find(Shot, "shot"), Reduced(film, frameAt));
        var edits = new List<Edit>();
        foreach (var group in reduced)
        {
            var (last, tracks) = (group.First + group.Samples[0].Length - 1, group.Addresses.Select(address => shot.Tracks.WithNumber(address)).OfType<Track>().Distinct());
            var old = BeadsWithin.Of(tracks, group.First, last);
            if (!old.IsEmpty)
            {
                edits.Add(new RemoveChosenKeys(Shot, old));
            }

            edits.AddRange(group.Kept.Select(at => new SetKeys(Shot, group.First + at, [.. group.Addresses.Select((address, v) => new KeyValue(address, Math.Round(group.Samples[v][at], Digits)))])));
            edits.AddRange(group.Kept.SkipLast(1).Select(at => new SetGap(Shot, group.First + at, Gap.Even, group.Addresses)));
        }

        return new Together("Record take", edits);
    }

    /// <summary>What is kept of a take, of each control that it moved.</summary>
    /// <param name="First">The frame of the first sample.</param>
    /// <param name="Samples">By address, then by frame.</param>
    /// <param name="Kept">Samples that become keys.</param>
    internal sealed record Group(ImmutableArray<Address> Addresses, int First, double[][] Samples, int[] Kept);

    /// <exception cref="FilmException">There is nothing to keep, or a setting cannot be.</exception>
    internal List<Group> Reduced(Film film, Func<View, double, Evaluator> frameAt)
    {
        FilmException.ThrowIf(Readings.IsDefaultOrEmpty || Readings.Length > MostReadings, "take", "has no readings, or too many", "record it again");
        FilmException.ThrowIf(!Enum.IsDefined(With), "take", "was recorded with an unknown device", "record it with the pointer, the face pad or a device");
        FilmException.ThrowIf(!(Tolerance is >= 0 and <= 1000) || SmoothFrames is < 0 or > 24 || !(Math.Abs(LatencyFrames) <= 24), "take", "has settings out of range", "use a tolerance of 0–1000, 0–24 frames to smooth and up to 24 frames earlier");
        for (var i = 0; i < Readings.Length; i++)
        {
            var good = Readings[i] is { Values.IsDefault: false } one && double.IsFinite(one.Frame) && one.Values.All(double.IsFinite) && one.Values.Length == (With == TakeWith.Device ? Enum.GetValues<DeviceChannel>().Length : 2);
            FilmException.ThrowIf(!good || (i > 0 && Readings[i].Frame < Readings[i - 1].Frame), "take", $"has an invalid reading, number {i + 1}", "record it again");
        }

        var length = film.Shots.Find(Shot, "shot").Length;
        var first = (int)Math.Clamp(Math.Ceiling(Readings[0].Frame - LatencyFrames), 1, length);
        var last = (int)Math.Clamp(Math.Floor(Readings[^1].Frame - LatencyFrames), first, length);
        var columns = new Dictionary<Address, List<double>>();
        var keyed = Performing(film, frameAt);
        for (var frame = first; frame <= last; frame++)
        {
            foreach (var (address, value) in keyed(frame, Performed(frame + LatencyFrames)))
            {
                (columns.TryGetValue(address, out var column) ? column : columns[address] = []).Add(value);
            }
        }

        FilmException.ThrowIf(columns.Count == 0, "take", "moves nothing", With == TakeWith.Device ? "link the device first" : "tick something to move first");
        return
        [
            .. columns.GroupBy(column => column.Key.Thing).Select(group =>
            {
                var samples = group.Select(column => Smoothed([.. column.Value])).ToArray();
                return new Group([.. group.Select(column => column.Key)], first, samples, FewestKeys.Of(samples, Math.Max(0, Tolerance - HalfStep)));
            }),
        ];
    }

    /// <summary>The reading at a time, on a straight line between the two that are nearest.</summary>
    private double[] Performed(double frame)
    {
        var (low, high) = (0, Readings.Length - 1);
        while (high - low > 1)
        {
            var middle = (low + high) / 2;
            (low, high) = Readings[middle].Frame <= frame ? (middle, high) : (low, middle);
        }

        var (a, b) = (Readings[low], Readings[high]);
        var part = b.Frame > a.Frame ? Math.Clamp((frame - a.Frame) / (b.Frame - a.Frame), 0, 1) : 0;
        return [.. a.Values.Select((value, i) => value + (part * (b.Values[i] - value)))];
    }

    /// <summary>What is keyed at a frame for what was performed there.</summary>
    private Func<int, double[], IEnumerable<(Address Address, double Value)>> Performing(Film film, Func<View, double, Evaluator> frameAt) => With switch
    {
        TakeWith.Pointer => (frame, to) => Dragged(frame, new Geometry.Point(to[0], to[1]), frameAt),
        TakeWith.FacePad => (frame, at) => OnPad(frame, new Geometry.Point(Math.Clamp(at[0], -1, 1), Math.Clamp(at[1], -1, 1)), frameAt),
        _ => Device(film),
    };

    /// <summary>Where the pad stands says all: it is asked of one frame, and none is posed for it.</summary>
    private IEnumerable<(Address Address, double Value)> OnPad(int frame, Geometry.Point at, Func<View, double, Evaluator> frameAt) =>
        new MoveFace(Shot, Owner, frame, at).Values(frameAt(new View(Shot), 1)).Select(value => (value.Address, value.Value));

    private List<(Address Address, double Value)> Dragged(int frame, Geometry.Point to, Func<View, double, Evaluator> frameAt)
    {
        var gesture = (Gesture ?? throw new FilmException("take", "does not say what was dragged", "record it again")) with { Frame = frame, Lens = null };
        FilmException.ThrowIf(gesture.View.Shot != Shot || gesture.View.Cast is not null || gesture.View.Puppet is not null, "take", "was not recorded on the stage of the shot", "drag on the stage");
        var drag = Drag.Begin(gesture, frameAt(gesture.View, frame)).Pose ?? throw new FilmException("take", "cannot be recorded with this", "drag a limb, a part, a pin or the body");
        Span<double> values = stackalloc double[PoseDrag.Most];
        drag.At(to, values);
        var keyed = new List<(Address Address, double Value)>();
        for (var i = 0; i < drag.Addresses.Length; i++)
        {
            keyed.Add((drag.Addresses[i], values[i]));
        }

        return keyed;
    }

    private Func<int, double[], IEnumerable<(Address Address, double Value)>> Device(Film film)
    {
        var shot = film.Shots.Find(Shot, "shot");
        var puppet = shot.PuppetOf(film, Owner) ?? throw new FilmException($"'{Owner}'", "is not a puppet on the stage", "select one that is");
        var moved = puppet.Device.Select(link => (Link: link, Address: new Address(Owner, link.Thing, link.Property)))
            .Select(one => (one.Link, one.Address, Property: Properties.Find(film, shot, one.Address))).Where(one => one.Property is { Jumps: false })
            .GroupBy(one => one.Address).ToList();

        // Two channels may move one thing, as two lids one blink.
        return (_, performed) => moved.Select(links => (links.Key, links.Aggregate(0.0, (sum, one) =>
            Math.Clamp(sum + one.Link.ValueOf(performed[(int)one.Link.Channel], one.Property!.Unit == "°"), one.Property.Min, one.Property.Max))));
    }

    /// <summary>Averaged with weights that fall off evenly; at the ends over what there is.</summary>
    private double[] Smoothed(double[] samples)
    {
        if (SmoothFrames == 0)
        {
            return samples;
        }

        var smooth = new double[samples.Length];
        for (var i = 0; i < samples.Length; i++)
        {
            var reach = Math.Min(SmoothFrames, Math.Min(i, samples.Length - 1 - i));
            var (sum, weights) = (0.0, 0.0);
            for (var k = -reach; k <= reach; k++)
            {
                var weight = reach + 1 - Math.Abs(k);
                sum += weight * samples[i + k];
                weights += weight;
            }

            smooth[i] = sum / weights;
        }

        return smooth;
    }
}
