using System.Text.Json.Serialization;

namespace Fretsaw.Core.Geometry;

/// <summary>Two or three numbers that are keyed as one: a place on a plane, or in the room, where Z counts too.</summary>
public readonly record struct Place(double X, double Y, [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] double Z = 0)
{
    [JsonIgnore]
    public double Length => Math.Sqrt((X * X) + (Y * Y) + (Z * Z));

    [JsonIgnore]
    public bool IsFinite => double.IsFinite(X + Y + Z);

    /// <param name="axis">0 across, 1 down, 2 the third.</param>
    public double Along(int axis) => axis == 0 ? X : axis == 1 ? Y : Z;

    /// <param name="axis">0 across, 1 down, 2 the third.</param>
    public Place With(int axis, double value) => axis == 0 ? this with { X = value } : axis == 1 ? this with { Y = value } : this with { Z = value };

    public static Place operator +(Place a, Place b) => new(a.X + b.X, a.Y + b.Y, a.Z + b.Z);

    public static Place operator -(Place a, Place b) => new(a.X - b.X, a.Y - b.Y, a.Z - b.Z);

    public static Place operator *(Place a, double factor) => new(a.X * factor, a.Y * factor, a.Z * factor);
}
