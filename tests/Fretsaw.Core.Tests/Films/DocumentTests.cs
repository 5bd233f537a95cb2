using System.Collections;
using System.Collections.Immutable;
using System.Reflection;
using System.Runtime.CompilerServices;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using PropertyInfo = System.Reflection.PropertyInfo;

namespace Fretsaw.Core.Tests;

/// <summary>
/// What holds for every member of the document, found by reflection: whoever adds one and forgets that it must be undone, carried by a
/// bundle, described by the schema or checked, is told here by its name.
/// </summary>
public class DocumentTests
{
    private static readonly Film Full = FullFilm.Build();

    /// <summary>A member of one record of the film, the first of its kind that is met.</summary>
    /// <param name="Path">How to get there from the film: members, and places in lists.</param>
    private sealed record Member(ImmutableArray<object> Path, PropertyInfo Property, object? Value)
    {
        public override string ToString() => $"{Property.DeclaringType!.Name}.{Property.Name}";
    }

    private static readonly List<Member> Members = Find();

    public static TheoryData<string> Names => [.. Members.Select(member => member.ToString()).Distinct()];

    [Fact]
    public void The_full_film_leaves_no_member_as_it_is_by_itself()
    {
        // Otherwise a member that is lost would not be missed. The number of the format is the one that can only be what it is.
        foreach (var member in Members.Where(member => member.Value is not (IEnumerable and not string) && member.ToString() != "Film.Version"))
        {
            var plain = member.Property.DeclaringType!.GetConstructor([])?.Invoke([]);
            Assert.False(plain is not null && Equals(member.Property.GetValue(plain), member.Value), $"{member} is what it would be anyway");
        }

        Assert.True(Members.Count > 150, "the walk has found too little");
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void Every_member_is_undone(string name)
    {
        var changed = Changed(name);
        var back = Inverse.Of(Full, changed);
        var written = EditJson.Read(EditJson.Write(back));
        Assert.Equal(Text(Full), Text(((PutBack)written).Differs.Apply(changed)));
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void Every_member_is_carried_by_a_bundle(string name)
    {
        var changed = Changed(name);
        var written = FilmJson.Write(changed);
        Assert.NotEqual(Text(Full), Text(changed));
        if (name != "Film.Version")
        {
            Assert.Equal(written, FilmJson.Write(FilmJson.Parse(written, "test")));
        }
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void Every_member_is_in_the_schema(string name)
    {
        var schema = JsonNode.Parse(FilmSchema.Write())!;
        var member = Members.First(one => one.ToString() == name);
        Assert.NotNull(InSchema(schema, schema, JsonNode.Parse(FilmJson.Write(Full))!, member.Path.AsSpan(), member.Property));
    }

    private static string Text(Film film) => JsonNode.Parse(FilmJson.Write(film))!.ToJsonString();

    /// <summary>The full film with one member changed to something else of its type.</summary>
    private static Film Changed(string name)
    {
        var member = Members.First(one => one.ToString() == name);
        return (Film)Set(Full, [.. member.Path, member.Property], Other(member.Value, member.Property))!;
    }

    private static object? Other(object? value, PropertyInfo property)
    {
        switch (value)
        {
            case bool flag:
                return !flag;
            case int number:
                return number + 1;
            case double number:
                return number + 0.5;
            case byte number:
                return (byte)(number + 1);
            case string text:
                return text + "x";
            case Enum one:
                return Enum.GetValues(one.GetType()).Cast<object>().First(other => !other.Equals(one));
            case null:
                return null;
        }

        var type = property.PropertyType;
        if (type.IsGenericType && type.GetGenericTypeDefinition() == typeof(ImmutableArray<>))
        {
            return List(type, [.. ((IEnumerable)value).Cast<object>().SkipLast(1)]);
        }

        // A record in a record: taken away where it may be missing, otherwise one of its own members is changed.
        if (new NullabilityInfoContext().Create(property).WriteState == NullabilityState.Nullable)
        {
            return null;
        }

        var inner = Properties(value.GetType()).First();
        return Set(value, [inner], Other(inner.GetValue(value), inner));
    }

    private static object? Set(object node, ReadOnlySpan<object> path, object? value)
    {
        if (path[0] is int place)
        {
            var items = ((IEnumerable)node).Cast<object>().ToList();
            items[place] = Set(items[place], path[1..], value)!;
            return List(node.GetType(), items);
        }

        var property = (PropertyInfo)path[0];
        var copy = node.GetType().IsValueType ? RuntimeHelpers.GetObjectValue(node) : node.GetType().GetMethod("<Clone>$")!.Invoke(node, null)!;
        property.SetValue(copy, path.Length == 1 ? value : Set(property.GetValue(node)!, path[1..], value));
        return copy;
    }

    private static object List(Type type, List<object> items)
    {
        var element = type.GetGenericArguments()[0];
        var array = Array.CreateInstance(element, items.Count);
        ((ICollection)items).CopyTo(array, 0);
        return typeof(ImmutableArray).GetMethods().First(method => method is { Name: "Create", IsGenericMethod: true } && method.GetParameters() is [{ ParameterType.IsArray: true }])
            .MakeGenericMethod(element).Invoke(null, [array])!;
    }

    private static IEnumerable<PropertyInfo> Properties(Type type) => type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
        .Where(property => property.SetMethod is not null && property.GetCustomAttribute<JsonIgnoreAttribute>()?.Condition != JsonIgnoreCondition.Always);

    private static List<Member> Find()
    {
        var (found, seen) = (new List<Member>(), new HashSet<(Type, string)>());
        Walk(Full, []);
        return found;

        void Walk(object node, ImmutableArray<object> path)
        {
            foreach (var property in Properties(node.GetType()))
            {
                var value = property.GetValue(node);

                // A member is looked at where something is in it.
                if (value is not (null or ICollection { Count: 0 }) && seen.Add((node.GetType(), property.Name)))
                {
                    found.Add(new Member(path, property, value));
                }

                if (value is IEnumerable list and not string)
                {
                    var place = 0;
                    foreach (var item in list)
                    {
                        if (item.GetType().Namespace!.StartsWith("Fretsaw", StringComparison.Ordinal) && item is not Colour)
                        {
                            Walk(item, path.Add(property).Add(place));
                        }

                        place++;
                    }
                }
                else if (value is not (null or Enum or Colour) && value.GetType().Namespace!.StartsWith("Fretsaw", StringComparison.Ordinal))
                {
                    Walk(value, path.Add(property));
                }
            }
        }
    }

    /// <summary>Walks schema and written film side by side, since which of several kinds a thing is stands in the film.</summary>
    private static JsonNode? InSchema(JsonNode root, JsonNode schema, JsonNode written, ReadOnlySpan<object> path, PropertyInfo member)
    {
        schema = Resolved(root, schema, written);
        if (path.IsEmpty)
        {
            return schema["properties"]?[Name(member)];
        }

        return path[0] is int place
            ? InSchema(root, schema["items"]!, written[place]!, path[1..], member)
            : InSchema(root, schema["properties"]![Name((PropertyInfo)path[0])]!, written[Name((PropertyInfo)path[0])]!, path[1..], member);
    }

    private static JsonNode Resolved(JsonNode root, JsonNode schema, JsonNode written)
    {
        while (schema["$ref"] is { } pointer)
        {
            schema = pointer.GetValue<string>().TrimStart('#').Split('/', StringSplitOptions.RemoveEmptyEntries)
                .Aggregate(root, (at, step) => at is JsonArray list ? list[int.Parse(step, System.Globalization.CultureInfo.InvariantCulture)]! : at[step.Replace("~1", "/", StringComparison.Ordinal)]!);
        }

        return schema["anyOf"] is JsonArray kinds
            ? Resolved(root, kinds.First(kind => Resolved(root, kind!, written)["properties"]!["kind"]?["const"]?.GetValue<string>() == written["kind"]!.GetValue<string>())!, written)
            : schema;
    }

    private static string Name(PropertyInfo property) => JsonNamingPolicy.CamelCase.ConvertName(property.Name);
}
