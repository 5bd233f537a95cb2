using Fretsaw.Core.Films;

namespace Fretsaw.Formats.Layers;

/// <summary>One file as one drawing, for a flat.</summary>
/// <param name="Picture">The PNG that its raster art is kept as; null where it is shapes alone.</param>
public sealed record FlatArt(Drawing Drawing, byte[]? Picture, ArtReport Report);
