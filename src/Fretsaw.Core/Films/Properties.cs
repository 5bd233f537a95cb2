using System.Collections.Frozen;
using System.Collections.Immutable;

namespace Fretsaw.Core.Films;

/// <summary>The one table of animatable properties, by what kind of thing has them.</summary>
public static class Properties
{
    private const double Far = 1e5;

    public static readonly PropertyInfo Turn = new("turn", "Rotation", "°", 0, -36000, 36000, 1, 1);

    /// <summary>How far a part, pin, goal or the whole body is from where it is at rest.</summary>
    public static readonly PlaceInfo Shift = new("shift", "Position", ["shiftX", "shiftY"]);
    public static readonly PropertyInfo ShiftX = new("shiftX", "X", "px", 0, -Far, Far, 0, 1) { Place = Shift };
    public static readonly PropertyInfo ShiftY = new("shiftY", "Y", "px", 0, -Far, Far, 0, 1) { Place = Shift };
    public static readonly PropertyInfo StretchX = new("stretchX", "Scale X", "%", 100, -1000, 1000, 0, 1);
    public static readonly PropertyInfo StretchY = new("stretchY", "Scale Y", "%", 100, -1000, 1000, 0, 1);

    /// <summary>Wider and as much lower, narrower and as much higher: the area is kept at every frame, in between keys too.</summary>
    public static readonly PropertyInfo Squash = new("squash", "Squash (area kept)", "%", 100, 10, 1000, 0, 1);

    /// <summary>Of a bone: what rides on it grows along it, thinner where the bone keeps its area, and the bones after it move out.</summary>
    public static readonly PropertyInfo Length = new("length", "Length", "%", 100, -500, 1000, 0, 1);

    /// <summary>Of a pin that holds size.</summary>
    public static readonly PropertyInfo Size = new("size", "Size", "%", 100, 1, 1000, 0, 1);

    /// <summary>Of a reach: planted keeps the goal where it stands on the stage, whatever the body does.</summary>
    public const string OnStage = "stage";
    public static readonly PropertyInfo Planted = new("planted", "Planted", "", 0, 0, 1, 0, 1) { Choices = [new("", "Free"), new(OnStage, "On the stage")] };

    /// <summary>Of a part with several carriers: which takes it along, "" the one at rest.</summary>
    public static readonly PropertyInfo RidesOn = new("ridesOn", "Attached to", "", 0, 0, 1000, 0, 1) { Choices = [new("", "As at rest")] };

    /// <summary>Of a part that may lie behind others: which, "" in its place in the painting order.</summary>
    public static readonly PropertyInfo Lies = new("lies", "Layer order", "", 0, 0, 1000, 0, 1) { Choices = [new("", "As at rest")] };

    /// <summary>Of a part with swaps: which drawing shows, "" its own.</summary>
    public static readonly PropertyInfo Swap = new("swap", "Drawing", "", 0, 0, 1000, 0, 1) { Choices = [new("", "Its own drawing")] };

    /// <summary>How much of a form shows.</summary>
    public static readonly PropertyInfo Amount = new("amount", "Amount", "%", 0, -200, 300, 0, 5);

    /// <summary>Of a limb, as parts of its widths at rest.</summary>
    public static readonly PropertyInfo WidthRoot = new("widthRoot", "Width at root", "%", 100, 0, 1000, 0, 5);
    public static readonly PropertyInfo WidthJoint = new("widthJoint", "Width at joint", "%", 100, 0, 1000, 0, 5);
    public static readonly PropertyInfo WidthEnd = new("widthEnd", "Width at end", "%", 100, 0, 1000, 0, 5);

    public static readonly PropertyInfo SwayAmount = new("sway", "Sway", "%", 100, -500, 500, 0, 5);
    public static readonly PropertyInfo FollowThrough = new("followThrough", "Follow-through", "%", 100, 0, 300, 0, 5);

    /// <summary>Of dials and pads.</summary>
    public static readonly PropertyInfo Across = new("across", "X", "%", 0, -100, 100, 0, 5);
    public static readonly PropertyInfo Down = new("down", "Y", "%", 0, -100, 100, 0, 5);

    /// <summary>Where the camera is: across, up and forward.</summary>
    public static readonly PlaceInfo CameraPlace = new("place", "Position", ["truck", "boom", "dolly"]);
    public static readonly PropertyInfo Truck = new("truck", "Truck", "m", 0, -1000, 1000, 2, 0.05) { Place = CameraPlace };
    public static readonly PropertyInfo Boom = new("boom", "Boom", "m", 0, -1000, 1000, 2, 0.05) { Place = CameraPlace };
    public static readonly PropertyInfo Dolly = new("dolly", "Dolly", "m", 0, -10000, 10000, 2, 0.05) { Place = CameraPlace };
    public static readonly PropertyInfo Pan = new("pan", "Pan", "°", 0, -80, 80, 1, 0.5);
    public static readonly PropertyInfo Tilt = new("tilt", "Tilt", "°", 0, -80, 80, 1, 0.5);
    public static readonly PropertyInfo Roll = new("roll", "Roll", "°", 0, -3600, 3600, 1, 0.5);
    public static readonly PropertyInfo Stop = new("stop", "Stop", "f/", 8, 0.5, 128, 1, 0.1);

    /// <summary>Where a thing's origin stands on its plane.</summary>
    public static readonly PlaceInfo StandPlace = new("place", "Position", ["x", "y"]);
    public static readonly PropertyInfo FacesCamera = new("facesCamera", "Faces camera", "", 0, 0, 1, 0, 1) { Choices = [new("", "As placed"), new(Address.Camera, "Always")] };

    /// <summary>Turn, shift, stretch and squash: the whole body, and the first six of every part.</summary>
    public static readonly ImmutableArray<PropertyInfo> OfBody = [Turn, ShiftX, ShiftY, StretchX, StretchY, Squash];

    private static readonly FrozenDictionary<string, PropertyInfo> OfPuppets = OfBody
        .Concat([Length, Size, Planted, RidesOn, Lies, Swap, Amount, WidthRoot, WidthJoint, WidthEnd, SwayAmount, FollowThrough, Across, Down])
        .ToFrozenDictionary(property => property.Name);

    private static readonly ImmutableArray<PropertyInfo> AnyCamera = OfCamera(new Film { Name = "Any" });
    private static readonly ImmutableArray<PropertyInfo> AnyStand = Of(new Stand());
    private static readonly ImmutableArray<PropertyInfo> AnyWind = Of(new Wind());

    /// <param name="puppet">Tells what the part's carriers are called.</param>
    public static ImmutableArray<PropertyInfo> Of(Part part, Puppet puppet) =>
    [
        .. OfBody,
        .. part.AlsoRidesOn.IsEmpty ? [] : (PropertyInfo[])[RidesOn with { Choices = [new("", Carrier(part.RidesOn, puppet)), .. part.AlsoRidesOn.Select(id => new Choice(id, Carrier(id, puppet)))] }],
        .. part.MayLieBehind.IsEmpty ? [] : (PropertyInfo[])[Lies with { Choices = [.. Lies.Choices, .. part.MayLieBehind.Select(id => new Choice(id, $"Behind {Carrier(id, puppet)}"))] }],
        .. part.Swaps.IsEmpty ? [] : (PropertyInfo[])[Swap with { Choices = [new("", part.Name), .. part.Swaps.Select(swap => new Choice(swap.Id, swap.Name))] }],
        .. part.Limb is null ? [] : (PropertyInfo[])[WidthRoot, WidthJoint, WidthEnd],
        .. part.Sway is null ? [] : (PropertyInfo[])[SwayAmount],
        .. part.FollowThrough is null ? [] : (PropertyInfo[])[FollowThrough],
    ];

    private static string Carrier(string? id, Puppet puppet) => id switch
    {
        null or Address.Body => "Whole body",
        Address.Stand => "Nothing (detached)",
        _ => puppet.Parts.FirstOrDefault(part => part.Id == id)?.Name ?? puppet.Bones.FirstOrDefault(bone => bone.Id == id)?.Name ?? id,
    };

    /// <summary>What a use of a puppet has more to choose from than the puppet: who else on the stage may carry a part.</summary>
    /// <param name="property"><see cref="RidesOn"/> of the part.</param>
    public static PropertyInfo WithHolders(PropertyInfo property, Film film, Shot shot, Cast cast, string part) =>
        property with { Choices = [.. property.Choices, .. cast.Lent.Where(lent => lent.Part == part).Select(lent => new Choice(lent.Id, Holder(film, shot, lent)))] };

    private static string Holder(Film film, Shot shot, Lent lent)
    {
        var puppet = shot.PuppetOf(film, lent.To);
        return puppet is null ? lent.To : $"{shot.Things.First(thing => thing.Id == lent.To).Name}: {Carrier(lent.On, puppet)}";
    }

    public static ImmutableArray<PropertyInfo> Of(Bone bone) => bone.FollowThrough is null ? [Turn, Length] : [Turn, Length, FollowThrough];

    /// <returns>None for a pin that only watches.</returns>
    public static ImmutableArray<PropertyInfo> Of(Pin pin) => pin.Hold == PinHold.Watch ? [] :
    [
        ShiftX, ShiftY,
        .. pin.Hold is PinHold.PlaceAndTurn or PinHold.PlaceTurnAndSize ? [Turn] : (PropertyInfo[])[],
        .. pin.Hold is PinHold.PlaceTurnAndSize ? [Size] : (PropertyInfo[])[],
        .. pin.FollowThrough is null ? [] : (PropertyInfo[])[FollowThrough],
    ];

    public static ImmutableArray<PropertyInfo> Of(Reach _) => [ShiftX, ShiftY, Planted];

    public static ImmutableArray<PropertyInfo> Of(Knead knead) => [Amount with { Default = knead.AtRest }];

    public static ImmutableArray<PropertyInfo> Of(Form _) => [Amount];

    public static ImmutableArray<PropertyInfo> Of(Dial dial) => dial.IsPad ? [Across, Down] : [Across];

    public static ImmutableArray<PropertyInfo> Of(Wind wind) => [new("strength", "Wind", "%", wind.StrengthPercent, -500, 500, 0, 5)];

    /// <summary>Where a thing stands; the order is that of <see cref="StandSlots"/>.</summary>
    public static ImmutableArray<PropertyInfo> Of(Stand stand) =>
    [
        new("distance", "Distance", "m", stand.Distance, 0.01, 10000, 2, 0.1),
        new("x", "X", "px", stand.X, -1e6, 1e6, 1, 5) { Place = StandPlace },
        new("y", "Y", "px", stand.Y, -1e6, 1e6, 1, 5) { Place = StandPlace },
        new("size", "Size", "%", stand.SizePercent, 0.01, 100000, 1, 1),
        new("turn", "Rotation", "°", stand.TurnDegrees, -36000, 36000, 1, 1),
        new("opacity", "Opacity", "%", stand.OpacityPercent, 0, 100, 0, 5),
        FacesCamera with { Default = stand.FacesCamera ? 1 : 0 },
    ];

    /// <summary>The camera's; lens and focus rest where the film puts the picture plane. The order is that of <see cref="CameraSlots"/>.</summary>
    public static ImmutableArray<PropertyInfo> OfCamera(Film film) =>
    [
        Truck, Boom, Dolly, Pan, Tilt, Roll,
        new("lens", "Lens", "mm", film.RestLensMm, 8, 2000, 0, 1), Stop,
        new(Address.Focus, "Focus", "m", PicturePlane.DistanceMetres(film), 0.05, 10000, 2, 0.05),
    ];

    /// <summary>Every thing of a puppet that has values, with its properties. The order is that of the slots.</summary>
    public static IEnumerable<(string Thing, ImmutableArray<PropertyInfo> Table)> OfPuppet(Puppet puppet)
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
            yield return (part.Id, Of(part, puppet));
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

    /// <summary>What is so of every value of an address's property, whatever thing has it.</summary>
    /// <returns>Null when nothing has such a property.</returns>
    public static PropertyInfo? Find(Address address) => address switch
    {
        { Owner: Address.Camera } => Named(AnyCamera, address.Property),
        { Owner: Address.Wind } => Named(AnyWind, address.Property),
        { Thing: Address.Stand } => Named(AnyStand, address.Property),
        _ => FindOfPuppets(address.Property),
    };

    /// <summary>The place that an address names.</summary>
    /// <returns>Null when it names a single value.</returns>
    public static PlaceInfo? FindPlace(Address address)
    {
        var place = address.Owner == Address.Camera ? CameraPlace : address.Thing == Address.Stand ? StandPlace : Shift;
        return address.Property == place.Name ? place : null;
    }

    /// <summary>What a track's values are measured in: of a place, as its first number is.</summary>
    /// <param name="address">Of a track that is there.</param>
    public static PropertyInfo OfTrack(Address address) =>
        Find(FindPlace(address) is { } place ? address with { Property = place.Axes[0] } : address)!;

    /// <summary>A title within a sentence: "scale X", and "X" as it is. The page's twin is web/src/words/inSentence.ts.</summary>
    public static string InSentence(string title) =>
        title.TakeWhile(char.IsLetter).All(char.IsUpper) ? title : char.ToLowerInvariant(title[0]) + title[1..];

    /// <summary>What a track's value or place is called.</summary>
    /// <param name="address">Of a track that is there.</param>
    public static string TitleOf(Address address) => FindPlace(address)?.Title ?? Find(address)!.Title;

    /// <returns>Null when nothing of a puppet has such a property.</returns>
    public static PropertyInfo? FindOfPuppets(string property) => OfPuppets.GetValueOrDefault(property);

    /// <summary>The values of one owner and thing of a shot, with the rest values of the very thing.</summary>
    /// <returns>Empty when the shot has no such thing.</returns>
    public static ImmutableArray<PropertyInfo> TableOf(Film film, Shot shot, string owner, string thing)
    {
        if (owner == Address.Camera)
        {
            return thing == Address.View ? OfCamera(film) : [];
        }

        if (owner == Address.Wind)
        {
            return thing == Address.Air ? Of(shot.Wind) : [];
        }

        return shot.Things.FirstOrDefault(candidate => candidate.Id == owner) switch
        {
            null => [],
            { Stand: var stand } when thing == Address.Stand => Of(stand),
            { Body: Cast { Puppet: var id } cast } when film.Puppets.FirstOrDefault(puppet => puppet.Id == id) is { } puppet =>
                OfPuppet(puppet).FirstOrDefault(entry => entry.Thing == thing) is { Table.IsDefault: false } found
                    ? cast.Lent.IsEmpty ? found.Table : [.. found.Table.Select(property => property.Name == RidesOn.Name ? WithHolders(property, film, shot, cast, thing) : property)]
                : film.Kept.Any(kept => kept.IsExpression && kept.Id == thing) ? [Amount]
                : [],
            _ => [],
        };
    }

    /// <summary>The property that an address names, with the rest value of the very thing.</summary>
    /// <returns>Null when the shot has no such value.</returns>
    public static PropertyInfo? Find(Film film, Shot shot, Address address) =>
        Named(TableOf(film, shot, address.Owner, address.Thing), address.Property);

    public static PropertyInfo? Named(ImmutableArray<PropertyInfo> table, string name)
    {
        foreach (var property in table)
        {
            if (property.Name == name)
            {
                return property;
            }
        }

        return null;
    }
}
