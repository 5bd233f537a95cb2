/** Draw lists written by hand, for cases that no film asks for; the layout is told in src/Fretsaw.Core/Painting/DrawList.cs. */
type Box = [left: number, top: number, right: number, bottom: number];
export type Node = (into: Words) => void;

const Version = 3;

class Words {
  private readonly view = new DataView(new ArrayBuffer(1 << 16));
  at = 0;

  ints(...values: number[]): this {
    for (const value of values) {
      this.view.setInt32(this.at, value, true);
      this.at += 4;
    }
    return this;
  }

  floats(...values: number[]): this {
    for (const value of values) {
      this.view.setFloat32(this.at, value, true);
      this.at += 4;
    }
    return this;
  }

  node(kind: number, box: Box, fill: () => void): void {
    this.ints(kind, 0, ...box);
    const begun = this.at - 16;
    fill();
    this.view.setInt32(begun - 4, (this.at - begun) / 4, true);
  }

  bytes = () => Array.from(new Uint8Array(this.view.buffer, 0, this.at));
}

export function list(width: number, height: number, backdrop: number, nodes: Node[]): number[] {
  const words = new Words().ints(0x4c445346, Version, width, height, backdrop | 0, 0, 0, width, height);
  for (const node of nodes) node(words);
  return words.bytes();
}

const upright = [1, 0, 0, 0, 1, 0, 0, 0, 1];

interface Place {
  blend?: number;
  opacity?: number;
  sigma?: number;
  map?: number[];
  step?: number;
  rest?: number;
}

export const group =
  (box: Box, { blend = 0, opacity = 1, sigma = 0, map = upright, step = 0, rest = 0 }: Place, nodes: Node[]): Node =>
  (into) =>
    into.node(1, box, () => {
      into.ints(blend).floats(opacity, sigma).ints(0, 0).floats(...map).ints(step).floats(rest);
      for (const node of nodes) node(into);
    });

export const stiff =
  (box: Box, drawing: number, opacity: number, ...matrices: number[][]): Node =>
  (into) =>
    into.node(3, box, () => into.ints(drawing).floats(opacity, ...matrices.flat()));

export const mesh =
  (box: Box, drawing: number, opacity: number, grid: { x: number; y: number; texel: number; width: number; height: number }, positions: number[], onArt: number[], corners: number[]): Node =>
  (into) =>
    into.node(4, box, () =>
      into
        .floats(grid.x, grid.y, grid.texel)
        .ints(grid.width, grid.height, drawing)
        .floats(opacity, 1, 0, 0, 1, 0, 0)
        .ints(positions.length / 2, corners.length)
        .floats(...positions, ...onArt)
        .ints(...corners),
    );

export const shapes =
  (box: Box, drawing: number, matrix: number[], shape: number, paint: number, points: number[]): Node =>
  (into) =>
    into.node(5, box, () => into.ints(drawing).floats(1, ...matrix).ints(1, shape, paint, 1, 1, points.length / 2).floats(...points));
