/** Colours of a page, the same as those of the screen. */
export const LIGHT = {
  paper: "#FFFFFF",
  ink: "#15232D",
  muted: "#4D626E",
  rime: "#C9D6DB",
  sunken: "#F3F6F7",
  spruce: "#1D5C57",
  plum: "#7A3B63",
  slate: "#4A5F78",
  ochre: "#80560F",
  ember: "#B0421F",
  lichen: "#4B6A28",
} as const;

export type Ink = Record<keyof typeof LIGHT, string>;

export const DARK: Ink = {
  paper: "#10191F",
  ink: "#EAF1F3",
  muted: "#A9BCC4",
  rime: "#31444E",
  sunken: "#18242B",
  spruce: "#7CC7BE",
  plum: "#D9A0C3",
  slate: "#A9BEDA",
  ochre: "#E0B465",
  ember: "#F0936F",
  lichen: "#AFCB85",
};
