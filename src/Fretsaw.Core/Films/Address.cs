using System.Text.Json.Serialization;

namespace Fretsaw.Core.Films;

/// <summary>Names one value of a shot that can be keyed.</summary>
/// <param name="Owner">Id of a thing on the stage, or <see cref="Camera"/> or <see cref="Wind"/>.</param>
/// <param name="Thing">
/// For a puppet the id of a part, bone, pin, reach, dial, knead or form, of a kept expression, or <see cref="Body"/>; <see cref="Stand"/> for where the owner
/// stands; <see cref="View"/> for the camera, <see cref="Air"/> for the wind.
/// </param>
/// <param name="Property">The name of a <see cref="PropertyInfo"/> or of a <see cref="PlaceInfo"/>.</param>
[method: JsonConstructor]
public readonly record struct Address(string Owner, string Thing, string Property) : IComparable<Address>
{
    public const string Camera = "camera";
    public const string View = "view";
    public const string Body = "body";
    public const string Stand = "stand";
    public const string Focus = "focus";
    public const string Wind = "wind";
    public const string Air = "air";

    /// <summary>Words that no thing on a stage may have for its id.</summary>
    public static readonly string[] TakenByOwners = [Camera, Wind];

    /// <summary>Words that no thing of a puppet may have for its id.</summary>
    public static readonly string[] TakenByThings = [Body, Stand];

    /// <summary>
    /// False for the focus: a focus pull has a timing of its own, so its keys are focus marks and belong to no camera mark.
    /// </summary>
    [JsonIgnore]
    public bool HasCards => Owner != Camera || Property != Focus;

    /// <summary>As people read it in errors and lists of numbers.</summary>
    public override string ToString() => $"{Owner}/{Thing}/{Property}";

    /// <summary>The order of a shot's tracks: by owner, thing and property, letter by letter.</summary>
    public int CompareTo(Address other)
    {
        var order = string.CompareOrdinal(Owner, other.Owner);
        order = order != 0 ? order : string.CompareOrdinal(Thing, other.Thing);
        return order != 0 ? order : string.CompareOrdinal(Property, other.Property);
    }

    public static bool operator <(Address a, Address b) => a.CompareTo(b) < 0;

    public static bool operator >(Address a, Address b) => a.CompareTo(b) > 0;

    public static bool operator <=(Address a, Address b) => a.CompareTo(b) <= 0;

    public static bool operator >=(Address a, Address b) => a.CompareTo(b) >= 0;

    public static Address OfCamera(string property) => new(Camera, View, property);
}
