using System.Text.Json.Serialization;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Geometry;

namespace Fretsaw.Core.Asking;

/// <summary>What the interface may ask of the core. Each question has one answer record of the like name.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(OverlayQuestion), "overlay")]
[JsonDerivedType(typeof(ValuesQuestion), "values")]
[JsonDerivedType(typeof(StripQuestion), "strip")]
[JsonDerivedType(typeof(ElevationQuestion), "elevation")]
[JsonDerivedType(typeof(HitQuestion), "hit")]
[JsonDerivedType(typeof(ShakeQuestion), "shake")]
[JsonDerivedType(typeof(ChartQuestion), "chart")]
[JsonDerivedType(typeof(MeshQuestion), "mesh")]
[JsonDerivedType(typeof(HeatQuestion), "heat")]
[JsonDerivedType(typeof(WeightsQuestion), "weights")]
[JsonDerivedType(typeof(FormsQuestion), "forms")]
[JsonDerivedType(typeof(SharpnessQuestion), "sharpness")]
[JsonDerivedType(typeof(SnagsQuestion), "snags")]
public abstract record Question;

/// <summary>Where the handles are.</summary>
public sealed record OverlayQuestion(View View, double Frame) : Question;

/// <summary>The values of one thing.</summary>
public sealed record ValuesQuestion(View View, double Frame, string Owner, string Thing) : Question;

/// <summary>Cards, gaps and rows of a shot.</summary>
public sealed record StripQuestion(string Shot) : Question;

public sealed record ElevationQuestion(string Shot, double Frame) : Question;

/// <summary>What is under a point of the picture.</summary>
public sealed record HitQuestion(View View, double Frame, Point At) : Question;

public sealed record ShakeQuestion(string Shot, string Shake) : Question;

/// <summary>The curve of a chart.</summary>
public sealed record ChartQuestion(Chart Chart, int Frames) : Question;

public sealed record MeshQuestion(string Puppet, string Part) : Question;

public sealed record SnagsQuestion(string Shot) : Question;

/// <summary>What moves with a pin.</summary>
public sealed record HeatQuestion(string Puppet, string Part, string Pin) : Question;

/// <summary>How much of a part follows a bone.</summary>
public sealed record WeightsQuestion(string Puppet, string Part, string Bone) : Question;

/// <summary>How a part's forms lie on its own outline.</summary>
public sealed record FormsQuestion(string Puppet, string Part) : Question;

/// <summary>How far a part's or flat's raster art is magnified in a shot.</summary>
public sealed record SharpnessQuestion(string Shot, string Thing) : Question;
