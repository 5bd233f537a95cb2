using System.Collections.Frozen;

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
public sealed record PropertyInfo(
    string Name, string Title, string Unit, double Default, double Min, double Max, int Decimals, double Step);

/// <summary>The one table of animatable properties, by what kind of thing has them.</summary>
public static class Properties
{
    private const double Far = 1e5;

    public static readonly PropertyInfo Turn = new("turn", "Turn", "°", 0, -36000, 36000, 1, 1);
    public static readonly PropertyInfo ShiftX = new("shiftX", "Shift across", "px", 0, -Far, Far, 0, 1);
    public static readonly PropertyInfo ShiftY = new("shiftY", "Shift down", "px", 0, -Far, Far, 0, 1);
    public static readonly PropertyInfo StretchX = new("stretchX", "Stretch across", "%", 100, -1000, 1000, 0, 1);
    public static readonly PropertyInfo StretchY = new("stretchY", "Stretch down", "%", 100, -1000, 1000, 0, 1);

    public static readonly PropertyInfo Truck = new("truck", "Truck", "m", 0, -1000, 1000, 2, 0.05);
    public static readonly PropertyInfo Boom = new("boom", "Boom", "m", 0, -1000, 1000, 2, 0.05);
    public static readonly PropertyInfo Dolly = new("dolly", "Dolly", "m", 0, -10000, 10000, 2, 0.05);
    public static readonly PropertyInfo Roll = new("roll", "Roll", "°", 0, -3600, 3600, 1, 0.5);
    public static readonly PropertyInfo Stop = new("stop", "Stop", "f/", 8, 0.5, 128, 1, 0.1);

    /// <summary>Thing with shift, turn and stretch: parts and the whole body.</summary>
    public static readonly PropertyInfo[] OfPart = [Turn, ShiftX, ShiftY, StretchX, StretchY];
    public static readonly PropertyInfo[] OfBone = [Turn];

    /// <summary>Pins and reach goals.</summary>
    public static readonly PropertyInfo[] OfPoint = [ShiftX, ShiftY];

    private static readonly FrozenDictionary<string, PropertyInfo> ByName = OfPart
        .Concat([Truck, Boom, Dolly, Roll, Stop, Lens(50), Focus(3)])
        .ToFrozenDictionary(property => property.Name);

    /// <summary>The camera's; lens and focus rest where the film puts the picture plane.</summary>
    public static PropertyInfo[] OfCamera(Film film) =>
        [Truck, Boom, Dolly, Roll, Lens(film.RestLensMm), Stop, Focus(Fretsaw.Core.Lens.PicturePlane.DistanceMetres(film))];

    /// <returns>Null when there is no such property.</returns>
    public static PropertyInfo? Find(string name) => ByName.GetValueOrDefault(name);

    private static PropertyInfo Lens(double rest) => new("lens", "Lens", "mm", rest, 8, 2000, 0, 1);

    private static PropertyInfo Focus(double rest) => new("focus", "Focus", "m", rest, 0.05, 10000, 2, 0.05);
}
