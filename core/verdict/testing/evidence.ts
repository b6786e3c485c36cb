// For tests only: runs as evidence, built by hand.
import { readClaims } from "../../claim";
import type { Figure } from "../../run";
import { stepReading } from "../../testing/stepReading";
import type { AmplifierFacts, Evidence, EvidenceChannel } from "..";

/** Channels known to 0.5 % of volts and 0.2 % of ohms, as standard uncertainties: 1.02 % of watts. */
export const channelAt = (loadOhms: number, channelIndex = 0): EvidenceChannel => ({
  channelIndex,
  loadOhms,
  loadOhmsStdUncertainty: 0.002 * loadOhms,
  voltsStdUncertaintyRatio: 0.005,
});

type Given = Partial<Omit<Evidence, "channels">> & { ohms?: number };

let made = 0;

/** A run of a real bench, 1 kHz, as the amplifier comes, both channels driven, unless said otherwise. */
export const run = (
  kind: Evidence["kind"],
  channels: readonly Partial<EvidenceChannel>[],
  { ohms = 8, ...given }: Given = {},
): Evidence => ({
  id: `run-${++made}`,
  kind,
  source: "recording",
  takenAt: "2026-11-01T10:00:00Z",
  nominalOhms: ohms,
  channelsDriven: channels.length,
  frequencyHz: 1000,
  band: { lowHz: 20, highHz: 20_000 },
  levelWatts: null,
  supply: "",
  setting: "",
  ...given,
  channels: channels.map((channel, k) => ({ ...channelAt(ohms, k), ...channel })),
});

/** Levels that pass 0.1, 1 and 10 % THD+N near the given watts, or end at `until` of them, still clean. */
export const levelsTo = (watts: number, until = Infinity, hertz = 1000) =>
  [
    stepReading(0.01 * watts, 0.0002),
    stepReading(0.3 * watts, 0.0002),
    stepReading(0.9 * watts, 0.0003),
    stepReading(0.998 * watts, 0.0006),
    stepReading(1.002 * watts, 0.02),
    stepReading(1.2 * watts, 0.2),
  ]
    .filter(({ powerWatts }) => powerWatts <= until)
    .map((level) => ({ ...level, fundamentalHz: hertz }));

/** A power sweep whose channels pass their limits at the given watts. */
export const sweep = (watts: readonly number[], given: Given = {}): Evidence =>
  run(
    "power-sweep",
    watts.map((each) => ({ levels: levelsTo(each, Infinity, given.frequencyHz ?? 1000) })),
    given,
  );

/** A power sweep that ended at so many watts without reaching a limit. */
export const shortSweep = (watts: readonly number[], given: Given = {}): Evidence =>
  run(
    "power-sweep",
    watts.map((each) => ({ levels: levelsTo(each / 0.9, 1.001 * each) })),
    given,
  );

export const figure = (
  name: string,
  value: number,
  stdUncertainty: number | null = null,
  quantity: Figure["quantity"] = "watts",
): Figure => ({ name, label: name, quantity, value, stdUncertainty, bound: null });

/** A run that found figures, the same on each channel. */
export const found = (
  kind: Evidence["kind"],
  figures: readonly Figure[],
  given: Given = {},
  channelCount = 2,
): Evidence =>
  run(
    kind,
    Array.from({ length: channelCount }, () => ({ figures })),
    given,
  );

/** Bursts of 20 ms whose last clean cycle gives so much. */
export const bursts = (watts: readonly number[], given: Given = {}): Evidence =>
  run(
    "burst",
    watts.map((each) => ({ figures: [figure("burst-1 kHz, 20 ms", each, 0.012 * each)] })),
    given,
  );

/** Distortion over the whole band at one level, the worst at 20 kHz. */
export const overBand = (watts: number, worstRatio: number, given: Given = {}): Evidence =>
  run(
    "distortion-response",
    [0, 1].map(() => ({
      figures: [figure("level-second", watts, 0.01 * watts)],
      curves: [
        {
          name: "distortion-second",
          label: `${watts} W`,
          x: "hertz" as const,
          y: "distortion-ratio" as const,
          points: [
            [20, 0.4 * worstRatio],
            [1000, 0.2 * worstRatio],
            [20_000, worstRatio],
          ] as const,
        },
      ],
    })),
    { frequencyHz: null, ...given },
  );

/** A response that falls and rises by so many decibels, from 10 Hz to 30 kHz. */
export const magnitude = (lowDb: number, highDb: number, given: Given = {}) =>
  run(
    "response",
    [0, 1].map(() => ({
      figures: [
        figure("lowest", 10 ** (lowDb / 20), 0.001, "level-ratio"),
        figure("highest", 10 ** (highDb / 20), 0.001, "level-ratio"),
      ],
      curves: [
        {
          name: "magnitude-run",
          label: "resistor",
          x: "hertz" as const,
          y: "level-ratio" as const,
          points: [
            [10, 10 ** (lowDb / 20)],
            [1000, 1],
            [5000, 10 ** (highDb / 20)],
            [30_000, 10 ** (lowDb / 20)],
          ] as const,
        },
      ],
    })),
    { frequencyHz: null, ...given },
  );
/** Noise volts for so many decibels below 50 W into 8 ohm. */
export const silence = (db: number, weighting: "a" | "none" = "a", given: Given = {}) =>
  found(
    "noise",
    [figure(`noise-${weighting}`, 20 * 10 ** (-db / 20), 20 * 10 ** (-db / 20) * 0.02, "volts")],
    given,
  );

/** A gain of so many decibels at 1 W. */
export const gainOf = (db: number, std = 0.003) =>
  found("gain", [figure("gain-low", 10 ** (db / 20), std * 10 ** (db / 20), "level-ratio")]);

/** The claims of a sheet, and a stereo amplifier that they are of. */
export const sheet = (text: string, facts: Partial<AmplifierFacts> = {}) => {
  const { claims } = readClaims(text);
  return {
    claims,
    facts: { channelCount: 2, massKilograms: null, sizeMetres: [], claims, ...facts },
  };
};
