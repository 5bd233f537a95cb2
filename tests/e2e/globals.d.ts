interface Window {
  // biome-ignore lint/suspicious/noExplicitAny: the page's own test seam, see web/src/testSeam.ts
  fretsaw: any;
}
