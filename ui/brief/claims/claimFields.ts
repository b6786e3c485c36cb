import type { StatedClaim } from "@/core/claim";
import { formatShort } from "@/core/units";
import { figureIn } from "../../parts/figureIn";

/** A figure of a claim as it is typed: its name in the claim, and what one of its unit is in SI. */
type FigureField = { name: string; label: string; unit: string; scale?: number; isNeeded?: true };
type WordField = { name: string; label: string; choices: readonly (readonly [string, string])[] };
export type ClaimField = FigureField | WordField;

/** Powers have a form of their own. */
export type FigureKind = Exclude<StatedClaim["kind"], "power" | "bridged-power">;

const figure = (name: string, label: string, unit: string, scale?: number): FigureField => ({
  name,
  label,
  unit,
  ...(scale !== undefined && { scale }),
});
const needed = (field: FigureField): FigureField => ({ ...field, isNeeded: true });
const PERCENT = 0.01;
const atPower = figure("powerWatts", "At power", "W");
const load = figure("loadOhms", "Load", "Ω");
const atHertz = figure("frequencyHz", "At", "Hz");
const band = (isNeeded: boolean): FigureField[] =>
  [figure("lowHz", "From", "Hz"), figure("highHz", "To", "Hz")].map((each) =>
    isNeeded ? needed(each) : each,
  );

/** How each kind of claim is called, and what can be set of it. */
export const CLAIM_FORMS: Readonly<
  Record<FigureKind, { title: string; fields: readonly ClaimField[] }>
> = {
  distortion: {
    title: "Distortion",
    fields: [
      needed(figure("limitRatio", "At most", "%", PERCENT)),
      {
        name: "measure",
        label: "Distortion means",
        choices: [
          ["thd", "THD"],
          ["thd-plus-noise", "THD+N"],
        ],
      },
      atPower,
      load,
      ...band(false),
    ],
  },
  intermodulation: {
    title: "Intermodulation",
    fields: [
      needed(figure("limitRatio", "At most", "%", PERCENT)),
      {
        name: "method",
        label: "Tones",
        choices: [
          ["", "not stated"],
          ["modulation", "a low and a high tone"],
          ["difference", "two high tones"],
        ],
      },
      atPower,
    ],
  },
  response: {
    title: "Frequency response",
    fields: [
      ...band(true),
      figure("upDb", "Up to +", "dB"),
      figure("downDb", "Down to −", "dB"),
      atPower,
    ],
  },
  "power-bandwidth": {
    title: "Power bandwidth",
    fields: [...band(true), figure("distortionLimitRatio", "Distortion limit", "%", PERCENT)],
  },
  noise: {
    title: "Signal-to-noise ratio",
    fields: [
      needed(figure("leastDb", "At least", "dB")),
      {
        name: "weighting",
        label: "Weighting",
        choices: [
          ["a", "A-weighted"],
          ["none", "unweighted"],
        ],
      },
      figure("referenceWatts", "Compared with", "W"),
    ],
  },
  "damping-factor": {
    title: "Damping factor",
    fields: [needed(figure("least", "At least", "")), load, atHertz],
  },
  "output-impedance": {
    title: "Output impedance",
    fields: [needed(figure("mostOhms", "At most", "Ω")), atHertz],
  },
  gain: { title: "Gain", fields: [needed(figure("gainDb", "Gain", "dB"))] },
  sensitivity: {
    title: "Input sensitivity",
    fields: [needed(figure("volts", "Input", "V")), figure("powerWatts", "For output", "W")],
  },
  crosstalk: {
    title: "Crosstalk",
    fields: [needed(figure("leastDb", "At least", "dB")), atHertz],
  },
  balance: {
    title: "Channel balance",
    fields: [needed(figure("mostDb", "Within", "dB"))],
  },
  headroom: { title: "Dynamic headroom", fields: [needed(figure("leastDb", "At least", "dB"))] },
  "slew-rate": {
    title: "Slew rate",
    fields: [needed(figure("leastVoltsPerSecond", "At least", "V/µs", 1e6))],
  },
  consumption: {
    title: "Power consumption",
    fields: [
      needed(figure("mostWatts", "At most", "W")),
      {
        name: "state",
        label: "Operating state",
        choices: [
          ["", "not stated"],
          ["idle", "idle"],
          ["standby", "standby"],
          ["rated", "at rated output"],
        ],
      },
    ],
  },
  mass: { title: "Mass", fields: [needed(figure("kilograms", "Mass", "kg"))] },
  size: {
    title: "Dimensions",
    fields: [
      needed(figure("edge1", "Width", "mm", 1e-3)),
      needed(figure("edge2", "Height", "mm", 1e-3)),
      figure("edge3", "Depth", "mm", 1e-3),
    ],
  },
  supply: {
    title: "Power supply",
    fields: [needed(figure("volts", "Voltage", "V")), needed(figure("amperes", "Current", "A"))],
  },
};

export type ClaimTexts = Readonly<Record<string, string>>;

/** A claim's figures by their names, a band's and a size's among them. */
const valuesOf = (stated: StatedClaim): Readonly<Record<string, unknown>> => {
  const {
    band: where,
    metres,
    ...rest
  } = stated as {
    band?: object | null;
    metres?: readonly number[];
  };
  return {
    ...rest,
    ...where,
    ...Object.fromEntries((metres ?? []).map((edge, k) => [`edge${k + 1}`, edge])),
  };
};

/** The texts of the fields of a kind: from a claim of that kind, else empty. */
export const claimTexts = (kind: FigureKind, stated: StatedClaim | null): ClaimTexts => {
  const values = stated?.kind === kind ? valuesOf(stated) : {};
  return Object.fromEntries(
    CLAIM_FORMS[kind].fields.map((field) => {
      const { [field.name]: value } = values;
      if ("choices" in field) return [field.name, String(value ?? field.choices[0][0])];
      return [
        field.name,
        typeof value === "number" ? formatShort(value / (field.scale ?? 1), 7) : "",
      ];
    }),
  );
};

/** What is wrong with each field, by its name. */
export const claimErrors = (
  kind: FigureKind,
  texts: ClaimTexts,
): Readonly<Record<string, string>> => {
  const wrong = CLAIM_FORMS[kind].fields.flatMap((field): [string, string][] => {
    if ("choices" in field) return [];
    const text = (texts[field.name] ?? "").trim();
    if (text === "") return field.isNeeded ? [[field.name, "Enter a number."]] : [];
    const value = figureIn(text, field.unit, field.scale);
    if (value === null) return [[field.name, "Enter a number, or leave it empty."]];
    return value >= 0 ? [] : [[field.name, "It cannot be below zero."]];
  });
  const { lowHz = "", highHz = "" } = texts;
  const isHalf = (lowHz.trim() === "") !== (highHz.trim() === "");
  const isTurned = (figureIn(lowHz, "Hz") ?? 0) >= (figureIn(highHz, "Hz") ?? Infinity);
  return Object.fromEntries([
    ...(isHalf ? [["highHz", "Enter both frequencies, or neither."]] : []),
    ...(isTurned ? [["highHz", "It must be above the lowest frequency."]] : []),
    ...wrong,
  ]);
};

/** The claim that the texts state. @param texts that `claimErrors` finds nothing wrong with */
export const statedBy = (kind: FigureKind, texts: ClaimTexts): StatedClaim => {
  const values = Object.fromEntries(
    CLAIM_FORMS[kind].fields.map((field) => {
      const text = (texts[field.name] ?? "").trim();
      if ("choices" in field) return [field.name, text === "" ? null : text];
      return [field.name, figureIn(text, field.unit, field.scale)];
    }),
  );
  const { lowHz, highHz, edge1, edge2, edge3, ...rest } = values;
  return {
    kind,
    ...rest,
    ...("lowHz" in values && { band: lowHz === null ? null : { lowHz, highHz } }),
    ...("edge1" in values && { metres: [edge1, edge2, edge3].filter((edge) => edge !== null) }),
  } as unknown as StatedClaim;
};
