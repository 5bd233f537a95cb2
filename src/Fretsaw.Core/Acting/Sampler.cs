using Fretsaw.Core.Films;

namespace Fretsaw.Core.Acting;

/// <summary>
/// What the keys and placed actions of one owner come to, number by number, as one way of looking has it: what is seen at a frame, which key
/// at which frame gives what shall be seen. The picture's table of tracks (Engine's TrackTable) is built of the same runs, steps and
/// actions for all owners at once. Dials add nothing to it yet.
/// </summary>
internal sealed class Sampler
{
    private readonly Film film;
    private readonly Shot shot;
    private readonly bool blocked;
    private readonly IReadOnlyDictionary<int, Timing.Gap> cards;
    private readonly Dictionary<Address, LaidValue> laid;
    private readonly Dictionary<Address, Func<double, double>> keyed = [];
    private readonly StepTable steps;

    /// <param name="blocked">Nothing moves between keys, whatever their gaps say, nor in placed actions.</param>
    public Sampler(Film film, Shot shot, string owner, bool blocked = false)
    {
        (this.film, this.shot, this.blocked) = (film, shot, blocked && owner != Address.Camera);
        cards = TrackRuns.CardsOf(shot, owner);
        steps = new StepTable(film, shot);
        laid = PuppetActions.Of(film, shot, owner, this.blocked).ToDictionary(value => value.Address);
    }

    /// <summary>The values that actions have a say in.</summary>
    public IReadOnlyCollection<LaidValue> Laid => laid.Values;

    /// <summary>What is acted at the very frame, also where none is drawn.</summary>
    /// <param name="address">Of one number or choice; of a choice the value is its number.</param>
    public double At(Address address, double frame)
    {
        var under = Under(address, frame);
        return laid.TryGetValue(address, out var value) ? value.At(frame, under) : under;
    }

    /// <summary>What is seen at a frame: what is acted where its drawing was made.</summary>
    public double Seen(Address address, double frame) => At(address, steps.Drawn(address, frame));

    /// <summary>The frame at which a key is seen at a frame: the one whose drawing stands.</summary>
    public int KeyFrame(Address address, int frame) => (int)steps.Drawn(address, frame);

    /// <summary>What a key must hold for something to be seen at its frame.</summary>
    public double KeyFor(Address address, double frame, double seen) =>
        laid.TryGetValue(address, out var value) ? value.KeyFor(frame, seen) : seen;

    /// <summary>What the keys alone say; at rest where there are none.</summary>
    private double Under(Address address, double frame) => (keyed.TryGetValue(address, out var run) ? run : keyed[address] = RunOf(address))(frame);

    private Func<double, double> RunOf(Address address) => KeyedNumbers.Of(
        shot, address, Properties.Find(film, shot, address) ?? throw new FilmException($"'{address}'", "names a value that nothing in the shot has", "see docs/film-format.md for the list"), cards, blocked);
}
