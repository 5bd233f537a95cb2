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

export const Magic = 0x4c445346;
export const Version = 3;
export const FillAndStroke = 0;
export const FillOnly = 1;
export const StrokePaint = 2;
/** A whole in a soft node's mix. */
export const WholeMix = 256;

/** How a group is laid: src/Fretsaw.Core/Painting/Blend.cs. */
export const Blend = {
  Normal: 0,
  Multiply: 1,
  Screen: 2,
  Overlay: 3,
  Darken: 4,
  Lighten: 5,
  ColourDodge: 6,
  ColourBurn: 7,
  HardLight: 8,
  SoftLight: 9,
  Difference: 10,
  Exclusion: 11,
  Hue: 12,
  Saturation: 13,
  Colour: 14,
  Luminosity: 15,
  Inside: 16,
  Outside: 17,
} as const;

export interface GroupNode {
  kind: "group";
  box: PixelBox;
  blend: number;
  opacity: number;
  sigma: number;
  key: string;
  toParent: Float32Array;
  step: number;
  rest: number;
  nodes: DrawNode[];
}

export interface SoftNode {
  kind: "soft";
  box: PixelBox;
  blend: number;
  opacity: number;
  sigma: number;
  key: string;
  toParent: Float32Array;
  step: number;
  rest: number;
  drawing: number;
  octave: number;
  rung: number;
  mix: number;
  turn: number;
  restA: number;
  restB: number;
  grid: ArtGrid;
}

export interface StiffNode {
  kind: "stiff";
  box: PixelBox;
  drawing: number;
  opacity: number;
  matrices: Float32Array[];
}

export interface MeshNode {
  kind: "mesh";
  box: PixelBox;
  grid: ArtGrid;
  drawing: number;
  opacity: number;
  matrix: Float32Array;
  triangles: DrawnTriangles;
}

export interface ShapesNode {
  kind: "shapes";
  box: PixelBox;
  drawing: number;
  opacity: number;
  matrix: Float32Array;
  paths: DrawnPath[];
}

export type DrawNode = GroupNode | SoftNode | StiffNode | MeshNode | ShapesNode;

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
    case 1:
      return {
        kind: "group",
        box,
        blend: words.int(),
        opacity: words.float(),
        sigma: words.float(),
        key: words.key(),
        toParent: words.floats(9),
        step: words.int(),
        rest: words.float(),
        nodes: readNodes(words, end),
      };
    case 2:
      return {
        kind: "soft",
        box,
        blend: words.int(),
        opacity: words.float(),
        sigma: words.float(),
        key: words.key(),
        toParent: words.floats(9),
        step: words.int(),
        rest: words.float(),
        drawing: words.int(),
        octave: words.int(),
        rung: words.int(),
        mix: words.int(),
        turn: words.int(),
        restA: words.float(),
        restB: words.float(),
        grid: words.grid(),
      };
    case 3:
      return {
        kind: "stiff",
        box,
        drawing: words.int(),
        opacity: words.float(),
        matrices: words.matrices(end),
      };
    case 4:
      return {
        kind: "mesh",
        box,
        grid: words.grid(),
        drawing: words.int(),
        opacity: words.float(),
        matrix: words.floats(6),
        triangles: words.triangles(),
      };
    case 5:
      return {
        kind: "shapes",
        box,
        drawing: words.int(),
        opacity: words.float(),
        matrix: words.floats(6),
        paths: words.paths(),
      };
    default:
      throw new Error(`This is no node of a draw list: ${kind}.`);
  }
}
