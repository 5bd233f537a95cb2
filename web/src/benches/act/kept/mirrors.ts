import { words } from "../../../words/library";
/** Ways in which what is kept can be turned about. */
export const mirrors: { value: string; title: string }[] = [
  { value: "", title: words.asSaved },
  { value: "InPlace", title: words.mirrored },
  { value: "Sides", title: words.mirroredSidesToo },
];
