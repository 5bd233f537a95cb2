using System.Collections.Immutable;
using Fretsaw.Core.Acting;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Handling;

/// <summary>
/// Blinks: lids close, stay shut and open again to where they were, and the brow goes along a little. Once at a frame, or at irregular
/// times over a stretch. Five to eight frames in all is common practice (from memory). Where a lid is held shut, or on its way, it is left alone.
/// </summary>
/// <param name="Lids">Ids of the dials that close them, on one eye or on both; shut at 100 %.</param>
/// <param name="From">The first frame, of the one blink or of the stretch.</param>
/// <param name="To">The last frame of the stretch; the first for one blink.</param>
public sealed record Blink(string Shot, string Owner, ImmutableArray<string> Lids, int From, int To) : Wish
{
    private const double Shut = 100;

    /// <summary>An eye that is further shut than this, %, is held so.</summary>
    private const double HeldFrom = 50;

    /// <summary>Frames, each [1, 100].</summary>
    public int Close { get; init; } = 2;

    public int Hold { get; init; } = 1;

    public int Open { get; init; } = 3;

    /// <summary>From one blink to the next about, seconds, [0.2, 60].</summary>
    public double EverySeconds { get; init; } = 4;

    public int Seed { get; init; } = 1;

    /// <summary>Id of the brows' dial, form or knead; null for none.</summary>
    public string? Brow { get; init; }

    /// <summary>How far it goes while the eye is shut, in its own unit.</summary>
    public double BrowBy { get; init; } = 15;

    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        var shot = film.Shots.Find(Shot, "shot");
        FilmException.ThrowIf(Lids.IsDefaultOrEmpty, "blink", "has no lids", "select the dial that closes them");
        FilmException.ThrowIf(Close is < 1 or > 100 || Hold is < 1 or > 100 || Open is < 1 or > 100, "blink", "is too short or too long", "give each of its three stages 1 to 100 frames");
        FilmException.ThrowIf(EverySeconds is not (>= 0.2 and <= 60), "blinks", $"come every {EverySeconds} s", "let them come every 0.2 to 60 s");
        var lids = Lids.Select(lid => AddressOf(film, shot, lid)).ToList();
        var brow = Brow is null ? (Address?)null : AddressOf(film, shot, Brow);
        var acted = new Sampler(film, shot, Owner);
        var edits = Times(film.FrameRate).Where(start => start >= 1 && start + Whole <= shot.Length)
            .SelectMany(start => At(start, lids, brow, acted)).ToList();
        if (edits.Count == 0)
        {
            throw WhyNot(film, shot, lids, acted);
        }

        return new Together(To > From ? "Add irregular blinks" : "Add blink", edits);
    }

    private int Whole => Close + Hold + Open;

    /// <summary>What keeps the eyes from blinking, and what would help.</summary>
    private FilmException WhyNot(Film film, Films.Shot shot, List<Address> lids, Sampler acted)
    {
        if (To > From)
        {
            return new FilmException("blinks", $"do not fit between {From} and {To}: lids move or are held shut there, or it is shorter than the {Whole} frames of one", "set a longer stretch with the eyes at rest, or more blinks");
        }

        if (From + Whole > shot.Length)
        {
            return new FilmException("blink", $"takes {Whole} frames, and only {Math.Max(0, shot.Length - From)} come after frame {From}", $"begin it at {Math.Max(1, shot.Length - Whole)} or earlier, or give its stages fewer frames");
        }

        var lid = lids[0];
        var name = Names.Of(film, shot, lid).Name;
        return acted.At(lid, From) >= HeldFrom
            ? new FilmException("blink", $"finds '{name}' {acted.At(lid, From):0} % shut at frame {From} already", "go to a frame where the eye is open")
            : new FilmException("blink", $"finds '{name}' moving between {From} and {From + Whole}", "go to where the eye rests open");
    }

    /// <summary>The starts. Apart by 40 to 160 % of the time asked for, by the seed, so that they look accidental.</summary>
    private List<int> Times(double frameRate)
    {
        if (To <= From)
        {
            return [From];
        }

        var random = new Random(Seed);
        var starts = new List<int>();
        for (var at = From + (frameRate * EverySeconds * random.NextDouble()); at + Whole <= To; at += Math.Max(Whole + 1, frameRate * EverySeconds * (0.4 + (1.2 * random.NextDouble()))))
        {
            starts.Add((int)Math.Round(at));
        }

        return starts;
    }

    private IEnumerable<Edit> At(int start, List<Address> lids, Address? brow, Sampler acted)
    {
        // Lids that rest through all of it, open.
        var free = lids.Where(lid => Enumerable.Range(start, Whole + 1).All(frame => Math.Abs(acted.At(lid, frame) - acted.At(lid, start)) < 0.5) && acted.At(lid, start) < HeldFrom).ToList();
        if (free.Count == 0)
        {
            yield break;
        }

        var open = free.Select(lid => new KeyValue(lid, acted.At(lid, start))).ToList();
        var shut = free.Select(lid => new KeyValue(lid, Shut)).ToList();
        if (brow is { } address)
        {
            var stands = acted.At(address, start);
            open.Add(new KeyValue(address, stands));
            shut.Add(new KeyValue(address, stands + BrowBy));
        }

        ImmutableArray<Address> all = [.. open.Select(value => value.Address)];
        foreach (var (frame, values, gap) in new[] { (start, open, Gap.Both), (start + Close, shut, Gap.Even), (start + Close + Hold, shut, Gap.SlowStop), (start + Whole, open, Gap.Hold) })
        {
            yield return new SetKeys(Shot, frame, [.. values]);
            yield return new SetGap(Shot, frame, gap, all);
        }
    }

    private Address AddressOf(Film film, Films.Shot shot, string thing) =>
        new[] { Properties.Across, Properties.Amount }.Select(property => new Address(Owner, thing, property.Name)).Where(address => Properties.Find(film, shot, address) is not null)
            .Cast<Address?>().FirstOrDefault() ?? throw new FilmException($"'{thing}'", "is not a dial, form or knead of this puppet", "select one that is");
}
