using System.Collections.Immutable;
using Fretsaw.Core.Films;

namespace Fretsaw.Core.Engine;

/// <summary>The values of an owner that could be keyed, numbered from 0.</summary>
public sealed class ValueTable
{
    private readonly ImmutableArray<(string Thing, PropertyInfo Property)> values;
    private readonly Dictionary<(string Thing, string Property), int> numbers;

    public ValueTable(IEnumerable<(string Thing, ImmutableArray<PropertyInfo> Table)> things)
    {
        values = [.. things.SelectMany(thing => thing.Table.Select(property => (thing.Thing, property)))];
        numbers = new Dictionary<(string Thing, string Property), int>(values.Length);
        for (var i = 0; i < values.Length; i++)
        {
            numbers.Add((values[i].Thing, values[i].Property.Name), i);
        }

        Rest = [.. values.Select(value => value.Property.Default)];
    }

    public int Count => values.Length;

    /// <summary>What stands where nothing is keyed.</summary>
    public ImmutableArray<double> Rest { get; }

    public string ThingOf(int number) => values[number].Thing;

    public PropertyInfo PropertyOf(int number) => values[number].Property;

    public bool Jumps(int number) => values[number].Property.Jumps;

    /// <returns>−1 when the owner has no such value.</returns>
    public int Find(string thing, string property) => numbers.GetValueOrDefault((thing, property), -1);
}
