using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Snags;

/// <summary>
/// A mend that is offered takes its snag away. One that is found by reckoning is tried first: what is left of the snag is mended on top of it, and one
/// that is still there after that is told without a mend.
/// </summary>
internal static class MendTrial
{
    /// <summary>How often what is left is mended again.</summary>
    private const int Most = 3;

    /// <param name="again">What the same check finds in another film.</param>
    public static Snag Of(Film film, Snag snag, Func<Film, IEnumerable<Snag>> again)
    {
        var mends = new List<Edit>();
        for (var left = snag; left?.Mend is { } mend && mends.Count < Most;)
        {
            mends.Add(mend);
            film = mend.Apply(film);
            left = again(film).FirstOrDefault(one => IsSame(one, snag));
            if (left is null)
            {
                return mends.Count == 1 ? snag : snag with { Mend = new Together(mends[0].Title, [.. mends]) };
            }
        }

        return snag with { Mend = null, MendSays = null };
    }

    public static bool IsSame(Snag one, Snag other) => (one.Check, one.At, one.Unit, one.Frame) == (other.Check, other.At, other.Unit, other.Frame);
}
