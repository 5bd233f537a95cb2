using System.Globalization;
using System.Text;
using static Fretsaw.Core.Painting.DrawListLayout;

namespace Fretsaw.Core.Painting;

/// <summary>The draw list's numbers and its reader, for the browser's side; ./fretsaw types writes them.</summary>
public static class DrawListTypeScript
{
    /// <summary>A whole TypeScript module.</summary>
    public static string Text()
    {
        var text = new StringBuilder(Head);
        Line(text, $"export const Magic = 0x{DrawList.Magic:x};");
        Line(text, $"export const Version = {DrawList.Version};");
        Line(text, $"export const FillAndStroke = {DrawList.FillAndStroke};");
        Line(text, $"export const FillOnly = {DrawList.FillOnly};");
        Line(text, $"export const StrokePaint = {DrawList.StrokePaint};");
        Line(text, $"/** A whole in a soft node's mix. */\nexport const WholeMix = {SoftArt.Whole};");
        Line(text, $"\n/** How a group is laid: src/Fretsaw.Core/Painting/Blend.cs. */\nexport const Blend = {{\n{string.Join("\n", Enum.GetValues<Blend>().Select(blend => $"  {blend}: {(int)blend},"))}\n}} as const;");
        foreach (var node in Nodes)
        {
            Line(text, $"\nexport interface {Type(node)} {{\n  kind: \"{node.Name}\";\n  box: PixelBox;\n{string.Join("\n", node.Fields.Select(field => $"  {field.Name}: {TypeOf(field.Holds)};"))}\n}}");
        }

        Line(text, $"\nexport type DrawNode = {string.Join(" | ", Nodes.Select(Type))};");
        text.Append(Tail);
        foreach (var node in Nodes)
        {
            Line(text, $"    case {node.Kind}:\n      return {{\n        kind: \"{node.Name}\",\n        box,\n{string.Join("\n", node.Fields.Select(field => $"        {field.Name}: {ReaderOf(field.Holds)},"))}\n      }};");
        }

        Line(text, "    default:\n      throw new Error(`This is no node of a draw list: ${kind}.`);\n  }\n}");
        return text.ToString();
    }

    private static void Line(StringBuilder text, string line) => text.Append(line).Append('\n');

    private static string Type(Node node) => CultureInfo.InvariantCulture.TextInfo.ToTitleCase(node.Name) + "Node";

    private static string TypeOf(Holds holds) => holds switch
    {
        Holds.Int or Holds.Float => "number",
        Holds.Key => "string",
        Holds.Matrix or Holds.Homography => "Float32Array",
        Holds.Grid => "ArtGrid",
        Holds.Nodes => "DrawNode[]",
        Holds.Matrices => "Float32Array[]",
        Holds.Triangles => "DrawnTriangles",
        _ => "DrawnPath[]",
    };

    private static string ReaderOf(Holds holds) => holds switch
    {
        Holds.Int => "words.int()",
        Holds.Float => "words.float()",
        Holds.Key => "words.key()",
        Holds.Matrix => "words.floats(6)",
        Holds.Homography => "words.floats(9)",
        Holds.Grid => "words.grid()",
        Holds.Nodes => "readNodes(words, end)",
        Holds.Matrices => "words.matrices(end)",
        Holds.Triangles => "words.triangles()",
        _ => "words.paths()",
    };

    private const string Head = """
        // Written by ./fretsaw types from src/Fretsaw.Core/Painting/DrawListLayout.cs; the list is described in DrawList.cs beside it.

        /** Whole painted pixels; right and bottom are the first that lie outside. */
        export interface PixelBox {
          left: number;
          top: number;
          right: number;
          bottom: number;
        }

        /** How a drawing lies in a texture: src/Fretsaw.Core/Painting/ArtGrid.cs. */
        export interface ArtGrid {
          x: number;
          y: number;
          texel: number;
          width: number;
          height: number;
        }

        /** Corners as pairs: on the plane, and on the drawing. */
        export interface DrawnTriangles {
          positions: Float32Array;
          onArt: Float32Array;
          corners: Int32Array;
        }

        /** A shape's paint on another outline. */
        export interface DrawnPath {
          shape: number;
          paint: number;
          lines: { closed: boolean; points: Float32Array }[];
        }

        export interface DrawList {
          width: number;
          height: number;
          /** ARGB. */
          backdrop: number;
          /** The pixels that the picture is painted on. */
          clip: PixelBox;
          nodes: DrawNode[];
          /** Where each of them ends in the list, bytes. */
          ends: number[];
        }


        """;

    private const string Tail = """

        class Words {
          at = 0;
          private readonly view: DataView;

          constructor(private readonly bytes: Uint8Array) {
            this.view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
          }

          int(): number {
            this.at += 4;
            return this.view.getInt32(this.at - 4, true);
          }

          float(): number {
            this.at += 4;
            return this.view.getFloat32(this.at - 4, true);
          }

          key(): string {
            return `${this.int()} ${this.int()}`;
          }

          floats(count: number): Float32Array {
            this.at += 4 * count;
            return new Float32Array(this.bytes.buffer, this.bytes.byteOffset + this.at - 4 * count, count);
          }

          ints(count: number): Int32Array {
            this.at += 4 * count;
            return new Int32Array(this.bytes.buffer, this.bytes.byteOffset + this.at - 4 * count, count);
          }

          box(): PixelBox {
            return { left: this.int(), top: this.int(), right: this.int(), bottom: this.int() };
          }

          grid(): ArtGrid {
            return { x: this.float(), y: this.float(), texel: this.float(), width: this.int(), height: this.int() };
          }

          matrices(end: number): Float32Array[] {
            const matrices: Float32Array[] = [];
            while (this.at < end) matrices.push(this.floats(6));
            return matrices;
          }

          triangles(): DrawnTriangles {
            const [vertices, corners] = [this.int(), this.int()];
            return { positions: this.floats(2 * vertices), onArt: this.floats(2 * vertices), corners: this.ints(corners) };
          }

          paths(): DrawnPath[] {
            return Array.from({ length: this.int() }, () => ({
              shape: this.int(),
              paint: this.int(),
              lines: Array.from({ length: this.int() }, () => {
                const closed = this.int() === 1;
                return { closed, points: this.floats(2 * this.int()) };
              }),
            }));
          }
        }

        /** Numbers of a list stay where they are: they are good as long as its bytes. */
        export function readDrawList(bytes: Uint8Array): DrawList {
          const words = new Words(bytes);
          if (words.int() !== Magic || words.int() !== Version) throw new Error("This is no draw list of today's version.");
          const list: DrawList = {
            width: words.int(),
            height: words.int(),
            backdrop: words.int() >>> 0,
            clip: words.box(),
            nodes: [],
            ends: [],
          };
          while (words.at < bytes.byteLength) {
            list.nodes.push(readNode(words));
            list.ends.push(words.at);
          }
          return list;
        }

        function readNodes(words: Words, end: number): DrawNode[] {
          const nodes: DrawNode[] = [];
          while (words.at < end) nodes.push(readNode(words));
          return nodes;
        }

        function readNode(words: Words): DrawNode {
          const kind = words.int();
          const end = words.at + 4 + 4 * words.int();
          const box = words.box();
          switch (kind) {

        """;
}
