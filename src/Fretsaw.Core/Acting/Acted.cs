using Fretsaw.Core.Films;

namespace Fretsaw.Core.Acting;

/// <summary>What the keys and placed actions of one owner come to, number by number, without compiling the shot. Dials add nothing to it yet.</summary>
internal sealed class Acted
{
    private readonly Film film;
    private readonly Shot shot;
    private readonly IReadOnlyDictionary<int, Timing.Gap> cards;
    private readonly Dictionary<Address, LaidValue> laid;
    private readonly Dictionary<Address, Func<double, double>> keyed = [];

    public Acted(Film film, Shot shot, string owner)
    {
        (this.film, this.shot) = (film, shot);
        cards = TrackRuns.CardsOf(shot, owner);
        laid = PuppetActions.Of(film, shot, owner).ToDictionary(value => value.Address);
    }

    /// <summary>The values that actions have a say in.</summary>
    public IReadOnlyCollection<LaidValue> Laid => laid.Values;

    /// <param name="address">Of one number or choice; of a choice the value is its number.</param>
    public double At(Address address, double frame)
    {
        var under = Under(address, frame);
        return laid.TryGetValue(address, out var value) ? value.At(frame, under) : under;
    }

    /// <summary>What a key must hold for something to be seen at its frame.</summary>
    public double KeyFor(Address address, double frame, double seen) =>
        laid.TryGetValue(address, out var value) ? value.KeyFor(frame, seen) : seen;

    /// <summary>What the keys alone say; at rest where there are none.</summary>
    private double Under(Address address, double frame) => (keyed.TryGetValue(address, out var run) ? run : keyed[address] = RunOf(address))(frame);

    private Func<double, double> RunOf(Address address) => KeyedNumbers.Of(
        shot, address, Properties.Find(film, shot, address) ?? throw new FilmException($"'{address}'", "names a value that nothing in the shot has", "see docs/film-format.md for the list"), cards);
}
