import { createSystem, defaultConfig, defineConfig } from "@chakra-ui/react";

const TEXT = "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif";
const KEYS = "'Atkinson Hyperlegible Mono Variable', ui-monospace, monospace";

const pair = (light: string, dark: string) => ({ value: { _light: light, _dark: dark } });

/** Frost on paper; the dark variant is for a dim bench. Every text colour has at least 4.5:1 on its ground. */
export const system = createSystem(
  defaultConfig,
  defineConfig({
    globalCss: {
      "html, body": {
        bg: "paper",
        color: "ink",
        fontVariantNumeric: "tabular-nums slashed-zero",
        minHeight: "100%",
      },
      body: { fontSize: "15px", lineHeight: 1.45 },
      ":focus-visible": { outline: "3px solid {colors.spruce}", outlineOffset: "2px" },
      "::selection": { bg: "rime" },
    },
    theme: {
      tokens: {
        fonts: { body: { value: TEXT }, heading: { value: TEXT }, mono: { value: KEYS } },
        radii: { panel: { value: "10px" }, control: { value: "8px" } },
      },
      semanticTokens: {
        colors: {
          paper: pair("#F3F6F7", "#0F1719"),
          surface: pair("#FBFDFD", "#172226"),
          sunken: pair("#E8EEF0", "#0B1113"),
          ink: pair("#15232D", "#E6EEF0"),
          muted: pair("#4C5E68", "#A2B4BB"),
          rime: pair("#C9D6DB", "#2E4047"),
          spruce: pair("#1D5C57", "#74C2B7"),
          onSpruce: pair("#FFFFFF", "#0B1917"),
          ember: pair("#B4431F", "#F28E6B"),
          emberSolid: pair("#C4502F", "#D5633F"),
          onEmber: pair("#FFFFFF", "#1A0B05"),
          ochre: pair("#866018", "#DDB066"),
          ochreWash: pair("#FBF5EA", "#2A2416"),
          lichen: pair("#4D6B27", "#A9CB78"),
          plum: pair("#7A3B63", "#DFA3C7"),
          slate: pair("#4A6076", "#A3BAD0"),
        },
      },
    },
  }),
);
