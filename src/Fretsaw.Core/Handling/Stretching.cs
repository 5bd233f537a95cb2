using System.Collections.Immutable;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Handling;

/// <summary>
/// Stretches a part or the whole body one way; the other way gives, so that its area stays what it was (squash and stretch: across
/// times down is kept).
/// </summary>
/// <param name="Property">stretchX or stretchY.</param>
/// <param name="Percent">What that comes to, not 0.</param>
public sealed record StretchOneWay(string Shot, string Owner, string Thing, int Frame, string Property, double Percent) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        FilmException.ThrowIf(Property != Properties.StretchX.Name && Property != Properties.StretchY.Name, $"'{Property}'", "is no stretch", "choose across or down");
        var frame = frameAt(new View(Shot), Frame);
        var other = Property == Properties.StretchX.Name ? Properties.StretchY : Properties.StretchX;
        var (now, gives) = (Stances.ValueOf(frame, new Address(Owner, Thing, Property)), Stances.ValueOf(frame, new Address(Owner, Thing, other.Name)));
        FilmException.ThrowIf(Math.Abs(Percent) < 0.01, "the stretch", "would leave nothing", "give it more than 0 %");
        return new SetKeys(Shot, Frame,
        [
            new KeyValue(new Address(Owner, Thing, Property), Percent),
            new KeyValue(new Address(Owner, Thing, other.Name), Math.Round(Math.Clamp(gives * now / Percent, other.Min, other.Max), 2)),
        ], "Stretched it, area kept");
    }
}

/// <summary>A landing: wide on contact and back again, with the area kept all the way.</summary>
/// <param name="Percent">How high it is on contact, [20, 100).</param>
/// <param name="Frames">In how many frames it is back, [1, 48].</param>
public sealed record Squash(string Shot, string Owner, int Frame, double Percent = 85, int Frames = 4) : Wish
{
    public override Edit ToEdit(Film film, Func<View, double, Evaluator> frameAt)
    {
        FilmException.ThrowIf(!(Percent is >= 20 and < 100), "the squash", FormattableString.Invariant($"to {Percent} % is none"), "give 20 % to 99 %");
        FilmException.ThrowIf(Frames is < 1 or > 48, "the squash", "takes no such time to go back", "give 1 to 48 frames");
        var before = Stands(frameAt(new View(Shot), Math.Max(1, Frame - 1)));
        var contact = frameAt(new View(Shot), Frame);
        var (x, y) = Stands(contact);
        var back = Math.Min(contact.Plan.Shot.Length, Frame + Frames);
        List<Edit> edits = [];
        if (Frame > 1)
        {
            edits.Add(Keys(Frame - 1, before));
        }

        if (back > Frame)
        {
            edits.Add(Keys(back, Stands(frameAt(new View(Shot), back))));
        }

        edits.Add(Keys(Frame, (x * 100 / Percent, y * Percent / 100)));
        edits.Add(new SetGap(Shot, Frame, Gap.SlowStop, Axes));
        return new Together("Squashed it on contact", edits);

        (double X, double Y) Stands(Evaluator frame) => (Stances.ValueOf(frame, Axes[0]), Stances.ValueOf(frame, Axes[1]));
        SetKeys Keys(int at, (double X, double Y) stretch) => new(Shot, at, [new KeyValue(Axes[0], Math.Round(stretch.X, 2)), new KeyValue(Axes[1], Math.Round(stretch.Y, 2))]);
    }

    private ImmutableArray<Address> Axes => [new(Owner, Address.Body, Properties.StretchX.Name), new(Owner, Address.Body, Properties.StretchY.Name)];
}
