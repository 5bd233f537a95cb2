export { enlarge } from "./enlarging";
export { setDither } from "./lanes";
export { keep, laySoft, over, straighten } from "./laying";
export { soften } from "./softening";
export { triangles } from "./triangles";
export { warp } from "./warping";
