import type { BlendMode, Canvas, CanvasKit } from "canvaskit-wasm";
import type { ArtStore } from "./artStore";
import { Blend, type ShapesNode, type StiffNode } from "./drawList.generated";
import { ofMatrix } from "./maps";
import { paintRedrawn } from "./shapes";

/** Drawings as they are, and with their shapes redrawn: what CanvasKit rasterises; src/Fretsaw.Print/ItemPainter.cs. */
export function paintItem(kit: CanvasKit, canvas: Canvas, store: ArtStore, node: StiffNode | ShapesNode): void {
  const art = store.at(node.drawing);
  if (art === undefined) return;
  const matrices = node.kind === "stiff" ? node.matrices : [node.matrix];
  for (const matrix of matrices) {
    canvas.save();
    canvas.concat(ofMatrix(matrix));
    // Everything of a drawing is laid together before it fades.
    if (node.opacity < 1) {
      const group = new kit.Paint();
      group.setAlphaf(node.opacity);
      canvas.saveLayer(group);
      group.delete();
    }
    if (node.kind === "stiff") canvas.drawPicture(art.picture);
    else {
      for (const path of node.paths) {
        const shape = art.drawing.shapes[path.shape];
        if (shape !== undefined) paintRedrawn(kit, canvas, shape, path);
      }
    }
    if (node.opacity < 1) canvas.restore();
    canvas.restore();
  }
}

/** CanvasKit's names for the draw list's blend modes. */
export function skiaBlend(kit: CanvasKit, blend: number): BlendMode {
  const { BlendMode: mode } = kit;
  const modes: Record<number, BlendMode> = {
    [Blend.Normal]: mode.SrcOver,
    [Blend.Multiply]: mode.Multiply,
    [Blend.Screen]: mode.Screen,
    [Blend.Overlay]: mode.Overlay,
    [Blend.Darken]: mode.Darken,
    [Blend.Lighten]: mode.Lighten,
    [Blend.ColourDodge]: mode.ColorDodge,
    [Blend.ColourBurn]: mode.ColorBurn,
    [Blend.HardLight]: mode.HardLight,
    [Blend.SoftLight]: mode.SoftLight,
    [Blend.Difference]: mode.Difference,
    [Blend.Exclusion]: mode.Exclusion,
    [Blend.Hue]: mode.Hue,
    [Blend.Saturation]: mode.Saturation,
    [Blend.Colour]: mode.Color,
    [Blend.Luminosity]: mode.Luminosity,
    [Blend.Inside]: mode.DstIn,
    [Blend.Outside]: mode.DstOut,
  };
  return modes[blend] ?? mode.SrcOver;
}
