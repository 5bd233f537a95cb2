using System.Collections.Concurrent;
using System.Diagnostics.CodeAnalysis;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace Fretsaw.Core.Films;

/// <summary>
/// Readers of what others write. Those that are generated set a member that is missing to nothing; those made by reflection leave it
/// what the record says it is by itself, which is what a person who writes a film by hand expects. In the browser only what our own
/// server wrote is read, where nothing is missing, and the generated ones are smaller and start sooner.
/// </summary>
public static class JsonReaders
{
    private static readonly ConcurrentDictionary<(JsonSerializerContext Context, JsonUnmappedMemberHandling Unknown), JsonSerializerOptions> Options = new();

    /// <param name="context">Whose settings are kept.</param>
    public static JsonTypeInfo<T> For<T>(JsonSerializerContext context) => Of<T>(context, context.Options.UnmappedMemberHandling);

    /// <summary>For what was written before the format was what it is: members that it does not have are passed over.</summary>
    public static JsonTypeInfo<T> ForOlder<T>(JsonSerializerContext context) => Of<T>(context, JsonUnmappedMemberHandling.Skip);

    private static JsonTypeInfo<T> Of<T>(JsonSerializerContext context, JsonUnmappedMemberHandling unknown) => (JsonTypeInfo<T>)(OperatingSystem.IsBrowser()
        ? context.GetTypeInfo(typeof(T))!
        : Options.GetOrAdd((context, unknown), ByReflection).GetTypeInfo(typeof(T)));

    [UnconditionalSuppressMessage("Trimming", "IL2026", Justification = "Never in the browser, where alone the core is trimmed.")]
    [UnconditionalSuppressMessage("AOT", "IL3050", Justification = "Never in the browser, where alone the core is compiled ahead of time.")]
    private static JsonSerializerOptions ByReflection((JsonSerializerContext Context, JsonUnmappedMemberHandling Unknown) of) =>
        new(of.Context.Options) { UnmappedMemberHandling = of.Unknown, TypeInfoResolver = new DefaultJsonTypeInfoResolver(), Converters = { new JsonStringEnumConverter(namingPolicy: null, allowIntegerValues: false) } };
}

/// <summary>Looks through a JSON text before it is read.</summary>
public static class JsonScan
{
    /// <summary>No list of ours holds nothing in the place of a thing.</summary>
    /// <exception cref="JsonException">A list has a null in it, or the text is no JSON.</exception>
    public static void RefuseNullsInLists(ReadOnlySpan<byte> utf8, int maxDepth)
    {
        var reader = new Utf8JsonReader(utf8, new JsonReaderOptions { MaxDepth = maxDepth });
        Span<bool> inList = stackalloc bool[maxDepth + 1];
        while (reader.Read())
        {
            switch (reader.TokenType)
            {
                case JsonTokenType.StartArray or JsonTokenType.StartObject:
                    inList[reader.CurrentDepth + 1] = reader.TokenType == JsonTokenType.StartArray;
                    break;
                case JsonTokenType.Null when inList[reader.CurrentDepth]:
                    throw new JsonException($"There is nothing in a list at byte {reader.TokenStartIndex}; leave it out.");
            }
        }
    }
}
