namespace Fretsaw.Core.Films;

/// <summary>
/// Names one animatable value of a shot, written "owner/thing/property": "cast-1/p-head/turn",
/// "cast-1/body/shiftX", "camera/view/focus", "wind/air/strength".
/// </summary>
public readonly record struct Address(string Owner, string Thing, string Property)
{
    public const string Camera = "camera";
    public const string View = "view";
    public const string Body = "body";
    public const string Focus = "focus";

    /// <summary>The shot's wind is "wind/air/strength".</summary>
    public const string Wind = "wind";
    public const string Air = "air";

    /// <summary>
    /// False for the focus: a focus pull has a timing of its own, so its keys are focus marks and belong to no camera mark.
    /// </summary>
    public bool HasCards => Owner != Camera || Property != Focus;

    public override string ToString() => $"{Owner}/{Thing}/{Property}";

    public static Address Parse(string text)
    {
        var pieces = text.Split('/');
        return pieces.Length == 3 && pieces.All(piece => piece.Length > 0)
            ? new Address(pieces[0], pieces[1], pieces[2])
            : throw new FilmException($"channel '{text}'", "is not an address", "write it owner/thing/property");
    }

    public static Address OfCamera(string property) => new(Camera, View, property);
}
