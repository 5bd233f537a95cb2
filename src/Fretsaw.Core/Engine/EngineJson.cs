using System.Text.Json.Serialization;
using Fretsaw.Core.Asking;
using Fretsaw.Core.Edits;
using Fretsaw.Core.Films;
using Fretsaw.Core.Handling;

namespace Fretsaw.Core.Engine;

/// <summary>How questions, answers, gestures and wishes are written, for hosts that speak JSON.</summary>
[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    UseStringEnumConverter = true,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    AllowOutOfOrderMetadataProperties = true,
    MaxDepth = 48)]
[JsonSerializable(typeof(Film))]
[JsonSerializable(typeof(Drawing))]
[JsonSerializable(typeof(Edit))]
[JsonSerializable(typeof(Question))]
[JsonSerializable(typeof(Answer))]
[JsonSerializable(typeof(Wish))]
[JsonSerializable(typeof(Gesture))]
[JsonSerializable(typeof(View))]
[JsonSerializable(typeof(Inspection))]
[JsonSerializable(typeof(IReadOnlyList<Snags.Snag>))]
public sealed partial class EngineJson : JsonSerializerContext;
