namespace Fretsaw.Core.Painting;

/// <summary>What stands in a node, in the order of the list: the reader of the browser's side is generated from this.</summary>
public static class DrawListLayout
{
    public enum Holds
    {
        Int,
        Float,

        /// <summary>Two words that are only compared.</summary>
        Key,

        /// <summary>Six floats.</summary>
        Matrix,

        /// <summary>Nine floats.</summary>
        Homography,

        /// <summary>Three floats and two integers.</summary>
        Grid,

        /// <summary>As many nodes as there is room for.</summary>
        Nodes,

        /// <summary>As many matrices as there is room for.</summary>
        Matrices,

        /// <summary>Counts of vertices and indices, places on the plane, places on the art, indices.</summary>
        Triangles,

        /// <summary>A count, and paths.</summary>
        Paths,
    }

    public sealed record Field(string Name, Holds Holds);

    public sealed record Node(int Kind, string Name, IReadOnlyList<Field> Fields);

    private static readonly Field[] Place =
    [
        new("blend", Holds.Int), new("opacity", Holds.Float), new("sigma", Holds.Float), new("key", Holds.Key),
        new("toParent", Holds.Homography), new("step", Holds.Int), new("rest", Holds.Float),
    ];

    private static readonly Field[] Item = [new("drawing", Holds.Int), new("opacity", Holds.Float)];

    public static IReadOnlyList<Node> Nodes { get; } =
    [
        new(DrawList.GroupNode, "group", [.. Place, new("nodes", Holds.Nodes)]),
        new(DrawList.SoftNode, "soft",
        [
            .. Place, new("drawing", Holds.Int), new("octave", Holds.Int), new("rung", Holds.Int), new("mix", Holds.Int), new("turn", Holds.Int),
            new("restA", Holds.Float), new("restB", Holds.Float), new("grid", Holds.Grid),
        ]),
        new(DrawList.StiffNode, "stiff", [.. Item, new("matrices", Holds.Matrices)]),
        new(DrawList.MeshNode, "mesh", [new("grid", Holds.Grid), .. Item, new("matrix", Holds.Matrix), new("triangles", Holds.Triangles)]),
        new(DrawList.ShapesNode, "shapes", [.. Item, new("matrix", Holds.Matrix), new("paths", Holds.Paths)]),
    ];
}
