using System.Collections.Immutable;
using System.Text.Json.Serialization;

namespace Fretsaw.Core.Films;

/// <summary>Whatever stands on a shot's stage. Keys belong to it, so two uses of one puppet never share any.</summary>
public sealed record Thing : IEntity
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    public Label Label { get; init; } = Label.Slate;

    public bool Hidden { get; init; }

    /// <summary>Cannot be taken hold of on the picture.</summary>
    public bool Locked { get; init; }

    public Stand Stand { get; init; } = new();

    public required Body Body { get; init; }
}

/// <summary>Where and how a thing stands while nothing is keyed.</summary>
public sealed record Stand
{
    /// <summary>Metres from the lens at rest, [0.01, 10000].</summary>
    public double Distance { get; init; } = 3;

    /// <summary>Where its origin stands, in stage pixels.</summary>
    public double X { get; init; }

    public double Y { get; init; }

    /// <summary>Stage pixels for a hundred of its own, [0.01, 100000].</summary>
    public double SizePercent { get; init; } = 100;

    /// <summary>About its origin, degrees.</summary>
    public double TurnDegrees { get; init; }

    /// <summary>[0, 100]</summary>
    public double OpacityPercent { get; init; } = 100;

    /// <summary>Stays parallel to the picture when the camera pans and tilts.</summary>
    public bool FacesCamera { get; init; }
}

/// <summary>What it is that stands there.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(Picture), "picture")]
[JsonDerivedType(typeof(Cast), "cast")]
public abstract record Body;

/// <summary>A drawing, whose origin is the thing's.</summary>
public sealed record Picture(string Drawing) : Body;

/// <summary>A puppet, whose ground point is the thing's origin.</summary>
public sealed record Cast(string Puppet) : Body
{
    /// <summary>What of it others on the stage may carry in the course of the shot.</summary>
    public ImmutableArray<Lent> Lent { get; init; } = [];
}

/// <summary>
/// A part that a bone or part of another puppet on the stage may carry, keyed as <see cref="Properties.RidesOn"/> by this id. Such a part
/// can also be let go.
/// </summary>
/// <param name="Part">Of the puppet itself.</param>
/// <param name="To">The thing on the stage that carries it.</param>
/// <param name="On">The part or bone of that thing's puppet; <see cref="Address.Body"/> for the whole of it.</param>
/// <param name="Behind">Painted behind what carries it, and not before it.</param>
public sealed record Lent(string Id, string Part, string To, string On, bool Behind = false) : IEntity;
