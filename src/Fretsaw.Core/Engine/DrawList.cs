namespace Fretsaw.Core.Engine;

/// <summary>
/// The binary list that both painters read. Little-endian words of four bytes, integers or floats:
/// <code>
/// 'FSDL' version width height backdropArgb layerCount
/// layer:   homography×9 (row by row, to picture px)  opacity  sigma (picture px)  itemCount
/// item 1:  1 drawing opacity matrix×6 (a b c d e f)                               — a drawing, stiff
/// item 2:  2 drawing opacity matrix×6 vertexCount indexCount
///          positions×2v  art×2v  indices×n                                        — a drawing on a mesh
/// item 3:  3 drawing opacity matrix×6 pathCount
///          path: shape paint lineCount, line: closed pointCount points×2p         — shapes of a drawing, redrawn
/// item 4:  4                                                                      — begins what a matte cuts
/// item 5:  5 outside                                                              — begins the matte
/// item 6:  6                                                                      — ends it
/// </code>
/// "drawing" is an index into the film's drawings; "art" is where a vertex sits on the drawing, in its pixels. "shape" is
/// an index into the drawing's shapes, whose paint is used: 0 fill and stroke, 1 the fill alone by the non-zero rule, 2 the
/// area filled with the stroke's paint. Lines are in the drawing's pixels.
/// </summary>
public static class DrawList
{
    public const int Magic = 0x4C445346;
    public const int Version = 2;
    public const int StiffItem = 1;
    public const int MeshItem = 2;
    public const int ShapesItem = 3;
    public const int CutItem = 4;
    public const int MatteItem = 5;
    public const int EndItem = 6;

    public const int FillAndStroke = 0;
    public const int FillOnly = 1;
    public const int StrokePaint = 2;
}
