using System.Collections.Immutable;
using System.Text.Json.Serialization;

namespace Fretsaw.Core.Films.Format1;

/// <summary>A shot as format 1 wrote it. These records are read and never written; they stay as they are.</summary>
internal sealed record Format1Shot(string Id, string Name)
{
    public int Length { get; init; } = 96;

    public ImmutableArray<Format1Cast> Cast { get; init; } = [];

    public ImmutableArray<Format1Flat> Flats { get; init; } = [];

    public ImmutableArray<Format1Channel> Channels { get; init; } = [];

    public ImmutableArray<Shake> Shakes { get; init; } = [];

    public Wind? Wind { get; init; }
}

internal sealed record Format1Cast(string Id, string Name, string Puppet)
{
    public double Distance { get; init; } = 3;

    public double X { get; init; }

    public double Y { get; init; }

    public double Scale { get; init; } = 1;

    public bool Hidden { get; init; }
}

internal sealed record Format1Flat(string Id, string Name, string Drawing)
{
    public Label Label { get; init; } = Label.Slate;

    public double Distance { get; init; } = 3;

    public double X { get; init; }

    public double Y { get; init; }

    public double Scale { get; init; } = 1;

    public bool Hidden { get; init; }
}

/// <param name="Id">"owner/thing/property"</param>
internal sealed record Format1Channel(string Id)
{
    public ImmutableArray<Format1Key> Keys { get; init; } = [];
}

internal sealed record Format1Key(int Frame, double Value, Format1Chart Gap = Format1Chart.Both);

internal enum Format1Chart
{
    Even,
    SlowStart,
    SlowStop,
    Both,
    Hold,
}

[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    UseStringEnumConverter = true,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true,
    MaxDepth = FilmJson.Depth)]
[JsonSerializable(typeof(ImmutableArray<Format1Shot>))]
[JsonSerializable(typeof(Format1Flat))]
internal sealed partial class Format1Json : JsonSerializerContext;
