using System.Text.Json.Serialization;
using Fretsaw.Core.Asking;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;

namespace Fretsaw.Core.Sessions;

/// <summary>How questions, answers, gestures and wishes are written, for hosts that speak JSON.</summary>
[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    UseStringEnumConverter = true,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    AllowOutOfOrderMetadataProperties = true,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true,
    MaxDepth = EditJson.Depth)]
[JsonSerializable(typeof(Film))]
[JsonSerializable(typeof(Drawing))]
[JsonSerializable(typeof(Edit))]
[JsonSerializable(typeof(Question))]
[JsonSerializable(typeof(Answer))]
[JsonSerializable(typeof(Wish))]
[JsonSerializable(typeof(Gesture))]
[JsonSerializable(typeof(View))]
[JsonSerializable(typeof(Painting.Look))]
[JsonSerializable(typeof(Inspection))]
[JsonSerializable(typeof(IReadOnlyList<Snags.Snag>))]
[JsonSerializable(typeof(Snags.Snag))]
[JsonSerializable(typeof(FilmChange))]
[JsonSerializable(typeof(Shot))]
public sealed partial class EngineJson : JsonSerializerContext;
