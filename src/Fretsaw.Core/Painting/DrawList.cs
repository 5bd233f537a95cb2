namespace Fretsaw.Core.Painting;

/// <summary>
/// The binary list that both painters read, in painted pixels: where everything lies, on how many pixels it is painted and how it is
/// softened is settled here; a painter rasterises, softens and lays. Little-endian words of four bytes, integers or floats:
/// <code>
/// 'FSDL' version width height backdropArgb clip×4, then nodes, back to front
/// node:    kind length box×4 …          length: words after it, by which a node is passed over; box: all it touches, softness included
/// group:   place, then nodes            laid together, then softened and laid
/// soft:    place drawing octave rung mix turn rest×2 grid×5      a still drawing, from two of its softened textures
/// stiff:   drawing opacity matrix×6·n   a drawing as it is, n times, by what is left of the length
/// mesh:    grid×5 drawing opacity matrix×6 vertexCount indexCount positions×2v art×2v indices×n
/// shapes:  drawing opacity matrix×6 pathCount
///          path: shape paint lineCount, line: closed pointCount points×2p      shapes of a drawing, redrawn
/// place:   blend opacity sigma key×2 homography×9 step rest
/// grid:    x y texel width height       see ArtGrid
/// </code>
/// Homographies lead, row by row, from the node's pixels to those of the group it lies in, matrices (a b c d e f) from a drawing's to
/// its group's; outermost lie painted pixels. A group whose step is 0 is painted straight onto what it lies in. Any other is painted on
/// a board as large as its box, a pixel of it for step painted ones, softened there by rest of its pixels, and laid. sigma says how soft the whole is, for painters that soften otherwise. The key stands for everything in a group
/// but where it lies: the same key, the same art in the same pose. "drawing" is an index into the film's drawings; "art" is where a vertex sits on
/// the drawing, in its pixels. "shape" is an index into the drawing's shapes, whose paint is used as <see cref="FillAndStroke"/> and its
/// neighbours say. Lines are in the drawing's pixels.
/// </summary>
public static class DrawList
{
    public const int Magic = 0x4C445346;
    public const int Version = 3;

    public const int GroupNode = 1;
    public const int SoftNode = 2;
    public const int StiffNode = 3;
    public const int MeshNode = 4;
    public const int ShapesNode = 5;

    public const int FillAndStroke = 0;
    public const int FillOnly = 1;
    public const int StrokePaint = 2;

    /// <summary>Words before the first node.</summary>
    internal const int HeadWords = 9;
}
