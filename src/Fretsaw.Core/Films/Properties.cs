using System.Collections.Frozen;
using Fretsaw.Core.Lens;

namespace Fretsaw.Core.Films;

/// <summary>What the program knows of an animatable property: how to show it and where it may go.</summary>
/// <param name="Name">As written in an address.</param>
/// <param name="Title">As shown.</param>
/// <param name="Unit">px, °, %, m, mm or f/.</param>
/// <param name="Default">At rest.</param>
/// <param name="Min">Smallest sensible value; sampling does not clamp, edits are refused outside.</param>
/// <param name="Max">Largest sensible value.</param>
/// <param name="Decimals">How many digits are shown after the point.</param>
/// <param name="Step">One nudge with an arrow key.</param>
/// <param name="Jumps">Has no values in between: it jumps from key to key, whatever the chart.</param>
public sealed record PropertyInfo(
    string Name, string Title, string Unit, double Default, double Min, double Max, int Decimals, double Step, bool Jumps = false);

/// <summary>The one table of animatable properties, by what kind of thing has them.</summary>
public static class Properties
{
    private const double Far = 1e5;

    public static readonly PropertyInfo Turn = new("turn", "Turn", "°", 0, -36000, 36000, 1, 1);
    public static readonly PropertyInfo ShiftX = new("shiftX", "Shift across", "px", 0, -Far, Far, 0, 1);
    public static readonly PropertyInfo ShiftY = new("shiftY", "Shift down", "px", 0, -Far, Far, 0, 1);
    public static readonly PropertyInfo StretchX = new("stretchX", "Stretch across", "%", 100, -1000, 1000, 0, 1);
    public static readonly PropertyInfo StretchY = new("stretchY", "Stretch down", "%", 100, -1000, 1000, 0, 1);

    /// <summary>Of a bone: what rides on it grows along it, and the bones after it move out.</summary>
    public static readonly PropertyInfo Length = new("length", "Length", "%", 100, -500, 1000, 0, 1);

    /// <summary>Of a pin that holds size.</summary>
    public static readonly PropertyInfo Size = new("size", "Size", "%", 100, 1, 1000, 0, 1);

    /// <summary>Of a reach: 1 keeps the goal where it stands on the stage, whatever the body does.</summary>
    public static readonly PropertyInfo Planted = new("planted", "Planted", "", 0, 0, 1, 0, 1, Jumps: true);

    /// <summary>Of a part with swaps: 0 shows its own drawing, n the nth swap.</summary>
    public static readonly PropertyInfo Swap = new("swap", "Shows", "", 0, 0, 1000, 0, 1, Jumps: true);

    /// <summary>How much of a form shows.</summary>
    public static readonly PropertyInfo Amount = new("amount", "Amount", "%", 0, -200, 300, 0, 5);

    /// <summary>Of a limb, as parts of its widths at rest.</summary>
    public static readonly PropertyInfo WidthRoot = new("widthRoot", "Width at the root", "%", 100, 0, 1000, 0, 5);
    public static readonly PropertyInfo WidthJoint = new("widthJoint", "Width at the joint", "%", 100, 0, 1000, 0, 5);
    public static readonly PropertyInfo WidthEnd = new("widthEnd", "Width at the end", "%", 100, 0, 1000, 0, 5);

    public static readonly PropertyInfo SwayAmount = new("sway", "Sway", "%", 100, -500, 500, 0, 5);
    public static readonly PropertyInfo Follow = new("follow", "Follow-through", "%", 100, 0, 300, 0, 5);

    /// <summary>Of dials and pads.</summary>
    public static readonly PropertyInfo Across = new("across", "Across", "%", 0, -100, 100, 0, 5);
    public static readonly PropertyInfo Down = new("down", "Down", "%", 0, -100, 100, 0, 5);

    public static readonly PropertyInfo Truck = new("truck", "Truck", "m", 0, -1000, 1000, 2, 0.05);
    public static readonly PropertyInfo Boom = new("boom", "Boom", "m", 0, -1000, 1000, 2, 0.05);
    public static readonly PropertyInfo Dolly = new("dolly", "Dolly", "m", 0, -10000, 10000, 2, 0.05);
    public static readonly PropertyInfo Roll = new("roll", "Roll", "°", 0, -3600, 3600, 1, 0.5);
    public static readonly PropertyInfo Stop = new("stop", "Stop", "f/", 8, 0.5, 128, 1, 0.1);

    /// <summary>Turn, shift and stretch: the whole body, and the first five of every part.</summary>
    public static readonly PropertyInfo[] OfBody = [Turn, ShiftX, ShiftY, StretchX, StretchY];

    private static readonly FrozenDictionary<string, PropertyInfo> ByName = OfBody
        .Concat([Length, Size, Planted, Swap, Amount, WidthRoot, WidthJoint, WidthEnd, SwayAmount, Follow, Across, Down])
        .Concat([Truck, Boom, Dolly, Roll, Stop, Lens(50), Focus(3), Strength(new Wind())])
        .ToFrozenDictionary(property => property.Name);

    public static PropertyInfo[] Of(Part part) =>
    [
        .. OfBody,
        .. part.Swaps.IsEmpty ? [] : (PropertyInfo[])[Swap],
        .. part.Limb is null ? [] : (PropertyInfo[])[WidthRoot, WidthJoint, WidthEnd],
        .. part.Sway is null ? [] : (PropertyInfo[])[SwayAmount],
        .. part.FollowThrough is null ? [] : (PropertyInfo[])[Follow],
    ];

    public static PropertyInfo[] Of(Bone bone) => bone.FollowThrough is null ? [Turn, Length] : [Turn, Length, Follow];

    /// <returns>None for a pin that only watches.</returns>
    public static PropertyInfo[] Of(Pin pin) => pin.Hold == PinHold.Watch ? [] :
    [
        ShiftX, ShiftY,
        .. pin.Hold is PinHold.PlaceAndTurn or PinHold.PlaceTurnAndSize ? [Turn] : (PropertyInfo[])[],
        .. pin.Hold is PinHold.PlaceTurnAndSize ? [Size] : (PropertyInfo[])[],
        .. pin.FollowThrough is null ? [] : (PropertyInfo[])[Follow],
    ];

    public static PropertyInfo[] Of(Reach _) => [ShiftX, ShiftY, Planted];

    public static PropertyInfo[] Of(Knead knead) => [Amount with { Default = knead.AtRest }];

    public static PropertyInfo[] Of(Form _) => [Amount];

    public static PropertyInfo[] Of(Dial dial) => dial.IsPad ? [Across, Down] : [Across];

    public static PropertyInfo[] Of(Wind wind) => [Strength(wind)];

    /// <summary>The camera's; lens and focus rest where the film puts the picture plane.</summary>
    public static PropertyInfo[] OfCamera(Film film) =>
        [Truck, Boom, Dolly, Roll, Lens(film.RestLensMm), Stop, Focus(PicturePlane.DistanceMetres(film))];

    /// <summary>Every thing of a puppet that has values, with its properties. The order is that of the slots.</summary>
    public static IEnumerable<(string Thing, PropertyInfo[] Table)> OfPuppet(Puppet puppet)
    {
        yield return (Address.Body, OfBody);
        foreach (var dial in puppet.Dials)
        {
            yield return (dial.Id, Of(dial));
        }

        foreach (var reach in puppet.Reaches)
        {
            yield return (reach.Id, Of(reach));
        }

        foreach (var bone in puppet.Bones)
        {
            yield return (bone.Id, Of(bone));
        }

        foreach (var part in puppet.Parts)
        {
            yield return (part.Id, Of(part));
            foreach (var pin in part.Pins)
            {
                yield return (pin.Id, Of(pin));
            }

            foreach (var knead in part.Kneads)
            {
                yield return (knead.Id, Of(knead));
            }

            foreach (var form in part.Forms)
            {
                yield return (form.Id, Of(form));
            }
        }
    }

    /// <returns>Null when there is no such property.</returns>
    public static PropertyInfo? Find(string name) => ByName.GetValueOrDefault(name);

    /// <summary>The property that an address names, with the rest value of the very thing.</summary>
    /// <returns>Null when the shot has no such value.</returns>
    public static PropertyInfo? Find(Film film, Shot shot, Address address)
    {
        var table = address.Owner switch
        {
            Address.Camera => OfCamera(film),
            Address.Wind => Of(shot.Wind),
            _ when shot.Cast.FirstOrDefault(member => member.Id == address.Owner) is { } member
                && film.Puppets.FirstOrDefault(puppet => puppet.Id == member.Puppet) is { } puppet =>
                OfPuppet(puppet).FirstOrDefault(entry => entry.Thing == address.Thing).Table ?? [],
            _ => [],
        };
        return Array.Find(table, property => property.Name == address.Property);
    }

    private static PropertyInfo Lens(double rest) => new("lens", "Lens", "mm", rest, 8, 2000, 0, 1);

    private static PropertyInfo Focus(double rest) => new("focus", "Focus", "m", rest, 0.05, 10000, 2, 0.05);

    private static PropertyInfo Strength(Wind wind) => new("strength", "Wind", "%", wind.StrengthPercent, -500, 500, 0, 5);
}
