import { createSystem, defaultBaseConfig, defineConfig } from "@chakra-ui/react";
import {
  animationStyles,
  breakpoints,
  buttonRecipe,
  checkboxSlotRecipe,
  checkmarkRecipe,
  cssVarsPrefix,
  cssVarsRoot,
  dialogSlotRecipe,
  fieldSlotRecipe,
  headingRecipe,
  iconRecipe,
  inputRecipe,
  keyframes,
  layerStyles,
  linkRecipe,
  nativeSelectSlotRecipe,
  popoverSlotRecipe,
  progressSlotRecipe,
  semanticTokens,
  switchSlotRecipe,
  tableSlotRecipe,
  tabsSlotRecipe,
  textareaRecipe,
  textStyles,
  tokens,
} from "@chakra-ui/react/theme";

const TEXT = "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif";
const KEYS = "'Atkinson Hyperlegible Mono Variable', ui-monospace, monospace";

const pair = (light: string, dark: string) => ({ value: { _light: light, _dark: dark } });

/** What the library brings, for the parts that are used: the recipes of all others would go to every page and be worked out there. */
const USED = defineConfig({
  preflight: true,
  cssVarsPrefix,
  cssVarsRoot,
  globalCss: {
    html: {
      "--global-font-mono": "fonts.mono",
      "--global-font-body": "fonts.body",
      "--global-color-border": "colors.border",
      colorPalette: "gray",
    },
    "*::placeholder": { color: "fg.muted/80" },
  },
  theme: {
    breakpoints,
    keyframes,
    tokens,
    semanticTokens,
    textStyles,
    layerStyles,
    animationStyles,
    recipes: {
      button: buttonRecipe,
      checkmark: checkmarkRecipe,
      heading: headingRecipe,
      icon: iconRecipe,
      input: inputRecipe,
      link: linkRecipe,
      textarea: textareaRecipe,
    },
    slotRecipes: {
      checkbox: checkboxSlotRecipe,
      dialog: dialogSlotRecipe,
      field: fieldSlotRecipe,
      nativeSelect: nativeSelectSlotRecipe,
      popover: popoverSlotRecipe,
      progress: progressSlotRecipe,
      switch: switchSlotRecipe,
      table: tableSlotRecipe,
      tabs: tabsSlotRecipe,
    },
  },
});

/** Frost on paper; the dark variant is for a dim bench. Every text colour has at least 4.5:1 on its ground. */
export const system = createSystem(
  defaultBaseConfig,
  USED,
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
