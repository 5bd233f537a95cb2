import { createTheme } from "@mui/material/styles";

/** The workshop's colours; the only place that names any. */
const light = {
  paper: "#EFE9DD",
  card: "#FBF8F2",
  line: "#D9D0BF",
  ink: "#24313A",
  soft: "#5C6765",
  petrol: "#14606B",
  petrolWash: "#DCE8E7",
  blade: "#B93D25",
  brass: "#8A5F12",
  brassFill: "#E9CF94",
  leaf: "#3E6B3D",
  plum: "#74507A",
  slate: "#4F6290",
  stage: "#77797A",
  rail: "#24313A",
  railInk: "#EFE9DD",
  birch: "#E6E0D2",
  birchLine: "#D8D0BE",
  blueprint: "#25323C",
  blueprintLine: "#9FB0B8",
};

const dim: typeof light = {
  ...light,
  paper: "#262B2D",
  card: "#2F3537",
  line: "#4A5153",
  ink: "#ECE6DA",
  soft: "#B4BAB5",
  petrol: "#7CC3CC",
  petrolWash: "#2D474B",
  blade: "#F09480",
  brass: "#E0B45C",
  brassFill: "#8A6A2A",
  leaf: "#96C795",
  plum: "#C8A2CE",
  slate: "#A9B8E0",
  stage: "#55585A",
  rail: "#182126",
  birch: "#3A3E3B",
  birchLine: "#474B47",
  blueprint: "#1B252C",
};

export type Inks = typeof light;

declare module "@mui/material/styles" {
  interface Palette {
    inks: Inks;
  }
  interface PaletteOptions {
    inks?: Inks;
  }
}

/** How much room lines have, px: of a card's fields, of its rows on the strip, and how large what they say is. */
const close = { text: 13, line: 26 };
const roomy = { text: 15, line: 34 };

/** @param airy fields with more room round them, and larger words. */
export function makeTheme(dark: boolean, airy = false) {
  const room = airy ? roomy : close;
  const inks = dark ? dim : light;
  return createTheme({
    palette: {
      mode: dark ? "dark" : "light",
      primary: { main: inks.petrol, contrastText: dark ? "#12201F" : "#FFFFFF" },
      error: { main: inks.blade },
      warning: { main: inks.brass },
      success: { main: inks.leaf },
      background: { default: inks.paper, paper: inks.card },
      text: { primary: inks.ink, secondary: inks.soft },
      divider: inks.line,
      inks,
    },
    shape: { borderRadius: 6 },
    typography: {
      fontFamily: '"Atkinson Hyperlegible Next Variable", "Atkinson Hyperlegible Next", sans-serif',
      fontSize: 13,
      body1: { fontSize: room.text },
      body2: { fontSize: room.text },
      button: { textTransform: "none", fontWeight: 500 },
    },
    components: {
      MuiCssBaseline: {
        styleOverrides: {
          "html, body, #root": { height: "100%", margin: 0, overflow: "hidden" },
          body: { fontVariantNumeric: "tabular-nums", "--line": `${room.line}px` },
          "@media (prefers-reduced-motion: reduce)": {
            "*, *::before, *::after": { transition: "none !important", animation: "none !important" },
          },
          ":focus-visible": { outline: `2px solid ${inks.petrol}`, outlineOffset: 1 },
        },
      },
      MuiButton: {
        defaultProps: { size: "small", disableElevation: true, disableRipple: true },
        styleOverrides: {
          root: { borderRadius: 16, lineHeight: 1.4, minWidth: 0, padding: "3px 11px", whiteSpace: "nowrap" },
        },
      },
      MuiButtonBase: {
        defaultProps: { disableRipple: true },
        // Its own style takes every outline away, also that of what the keys stand on.
        styleOverrides: { root: { "&.Mui-focusVisible": { outline: `2px solid ${inks.petrol}`, outlineOffset: -2 } } },
      },
      MuiIconButton: { defaultProps: { size: "small" } },
      MuiTooltip: {
        defaultProps: { enterDelay: 500, arrow: true, describeChild: true, disableInteractive: true },
        styleOverrides: {
          tooltip: { backgroundColor: inks.rail, color: inks.railInk, fontSize: 12 },
          arrow: { color: inks.rail },
        },
      },
      MuiTextField: { defaultProps: { size: "small" } },
      MuiSelect: { defaultProps: { size: "small" } },
    },
  });
}
