using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Handling;

/// <summary>A landing: wide on contact and back again, with the area kept all the way.</summary>
/// <param name="Percent">How high it is on contact, [20, 100).</param>
/// <param name="Frames">In how many frames it is back, [1, 48].</param>
public sealed record Squash(string Shot, string Owner, int Frame, double Percent = 85, int Frames = 4) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        FilmException.ThrowIf(!(Percent is >= 20 and < 100), "the squash", FormattableString.Invariant($"to {Percent} % is out of range"), "give 20 % to 99 %");
        FilmException.ThrowIf(Frames is < 1 or > 48, "the squash", "needs another number of frames to return", "give 1 to 48 frames");
        var squash = new Address(Owner, Address.Body, Properties.Squash.Name);
        var back = Math.Min(frameAt(new View(Shot), Frame).Plan.Shot.Length, Frame + Frames);
        List<Edit> edits = [];
        if (Frame > 1)
        {
            edits.Add(Key(Frame - 1, Stands(Frame - 1)));
        }

        if (back > Frame)
        {
            edits.Add(Key(back, Stands(back)));
        }

        edits.Add(Key(Frame, Stands(Frame) * 100 / Percent));
        edits.Add(new SetGap(Shot, Frame, Gap.SlowStop, [squash]));
        return new Together("Squash on contact", edits);

        double Stands(int at) => Stances.ValueOf(frameAt(new View(Shot), at), squash);
        SetKeys Key(int at, double percent) => new(Shot, at, [new KeyValue(squash, Math.Round(percent, 2))]);
    }
}
