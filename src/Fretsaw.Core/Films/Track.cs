using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Fretsaw.Core.Geometry;
using Fretsaw.Core.Timing;

namespace Fretsaw.Core.Films;

/// <summary>One value over time.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(NumberTrack), "number")]
[JsonDerivedType(typeof(PlaceTrack), "place")]
[JsonDerivedType(typeof(ChoiceTrack), "choice")]
public abstract record Track : IKeyed<Address>
{
    public required Address Address { get; init; }

    Address IKeyed<Address>.Key => Address;

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Beyond Before { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Beyond After { get; init; }

    /// <summary>The keys whatever they hold, by rising frame.</summary>
    [JsonIgnore]
    public abstract ImmutableArray<Key> AllKeys { get; }

    /// <summary>The same track with other keys of its kind.</summary>
    public abstract Track WithKeys(IEnumerable<Key> keys);

    /// <summary>The same track with another key, of its kind and at the same frame, in the place of one.</summary>
    public abstract Track WithKey(int at, Key key);
}

/// <summary>A value, or two or three, at a frame.</summary>
/// <param name="Frame">1-based.</param>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(NumberKey), "number")]
[JsonDerivedType(typeof(PlaceKey), "place")]
[JsonDerivedType(typeof(ChoiceKey), "choice")]
public abstract record Key(int Frame) : IKeyed<int>
{
    int IKeyed<int>.Key => Frame;

    /// <summary>What lies between this key and the next; null takes the gap of the card that stands at its frame.</summary>
    public Gap? Gap { get; init; }

    /// <summary>Nothing moves from the one to the other, whatever the gap.</summary>
    public abstract bool HoldsSameAs(Key other);
}

/// <summary>One number.</summary>
public sealed record NumberTrack : Track
{
    public ImmutableArray<NumberKey> Keys { get; init; } = [];

    [JsonIgnore]
    public override ImmutableArray<Key> AllKeys => ImmutableArray<Key>.CastUp(Keys);

    public override Track WithKeys(IEnumerable<Key> keys) => this with { Keys = [.. keys.Cast<NumberKey>()] };

    public override Track WithKey(int at, Key key) => this with { Keys = Keys.SetItem(at, (NumberKey)key) };
}

/// <param name="Value">In the property's unit.</param>
public sealed record NumberKey(int Frame, double Value) : Key(Frame)
{
    public override bool HoldsSameAs(Key other) => other is NumberKey key && key.Value == Value;
}

/// <summary>Two or three numbers keyed as one, on a path from place to place.</summary>
public sealed record PlaceTrack : Track
{
    public ImmutableArray<PlaceKey> Keys { get; init; } = [];

    [JsonIgnore]
    public override ImmutableArray<Key> AllKeys => ImmutableArray<Key>.CastUp(Keys);

    public override Track WithKeys(IEnumerable<Key> keys) => this with { Keys = [.. keys.Cast<PlaceKey>()] };

    public override Track WithKey(int at, Key key) => this with { Keys = Keys.SetItem(at, (PlaceKey)key) };
}

/// <summary>A place on a path. Its handles are offsets from it; where both ends of a piece have none, the way is straight.</summary>
public sealed record PlaceKey(int Frame, Place At) : Key(Frame)
{
    /// <summary>The handle on the way here.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Place In { get; init; }

    /// <summary>The handle on the way on.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public Place Out { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)]
    public PathJoint Joint { get; init; }

    public override bool HoldsSameAs(Key other) => other is PlaceKey key && key.At == At && key.In.Length == 0 && Out.Length == 0;
}

/// <summary>How the two handles of a place keep to each other when one is dragged.</summary>
public enum PathJoint
{
    /// <summary>Each by itself: the path may have a corner here.</summary>
    Free,

    /// <summary>In one line: the path goes through without a corner.</summary>
    Joined,
}

/// <summary>One of a few: jumps from key to key.</summary>
public sealed record ChoiceTrack : Track
{
    public ImmutableArray<ChoiceKey> Keys { get; init; } = [];

    [JsonIgnore]
    public override ImmutableArray<Key> AllKeys => ImmutableArray<Key>.CastUp(Keys);

    public override Track WithKeys(IEnumerable<Key> keys) => this with { Keys = [.. keys.Cast<ChoiceKey>()] };

    public override Track WithKey(int at, Key key) => this with { Keys = Keys.SetItem(at, (ChoiceKey)key) };
}

/// <param name="Id">What is chosen, by its id and never by its place in a list; "" for what is so at rest.</param>
public sealed record ChoiceKey(int Frame, string Id) : Key(Frame)
{
    public override bool HoldsSameAs(Key other) => other is ChoiceKey key && key.Id == Id;
}
