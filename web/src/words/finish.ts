import { counts } from "./count";
import type { Said } from "./said";

export const words = {
  webMVideoVP9: "WebM video (VP9)",
  pngFramesWithAlpha: "PNG frames with alpha",
  fast: "Fast",
  smallest: "Smallest",
  beforeRendering: "Before rendering",
  noSnags: "No snags in this shot.",
  sizeOf: (part: Said, part2: Said) => `${part} × ${part2} px`,
  renderShot: (shot: Said) => `Render “${shot}”`,
  format: "Format",
  size: "Size",
  encoding: "Encoding",
  firstFrame: "First frame",
  lastFrame: "Last frame",
  render: "Render",
  renders: "Renders",
  rendersEmpty: "Your renders wait here to be saved.",
  progress: (done: Said, total: number) => `${done} of ${counts.frames(total)}`,
  renderLine: (toUpperCase: Said, width: Said, height: Said) => `${toUpperCase} · ${width} × ${height}`,
  progressOfRender: "Progress of the render",
  cancel: "Cancel",
  saveFile: "Save file",
} as const;
