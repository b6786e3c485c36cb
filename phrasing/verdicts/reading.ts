import { limitText, measureText } from "@/core/claim";
import type { Band } from "@/core/distortion";
import { RUN_KINDS } from "@/core/run";
import { formatHertz, formatPercent, formatShort, formatSignificant } from "@/core/units";
import type { ClaimFinding, ReadingNote, ReadingPlace } from "@/core/verdict";
import { channelsDrivenText, listed, percentText } from "../numbers";
import { claimFindingText, limitValueText, quantityText } from "./quantity";

export const bandText = ({ lowHz, highHz }: Band): string =>
  `${formatHertz(lowHz)} to ${formatHertz(highHz)}`;

const wattsText = (watts: number): string => `${formatSignificant(watts, 3)} W`;
const MAINS_STATES = { idle: "when idle", standby: "on standby", rated: "at rated output" };
/** Where a reading is of one load, the sentence names it. */
const ofLoad = (text: string, { evidence }: ClaimFinding): string =>
  `${text} into ${formatShort(evidence.nominalOhms)} Ω`;

type PlaceText<Code extends ReadingPlace["code"]> = (
  place: Extract<ReadingPlace, { code: Code }>,
  value: string,
  finding: ClaimFinding,
) => string;

/** A reading with where it lies, for each kind of place. */
const PLACES: { [Code in ReadingPlace["code"]]: PlaceText<Code> } = {
  "power-at-limit": ({ limit, frequencyHz }, value, finding) =>
    `${ofLoad(`${value} at ${limitText(limit)}`, finding)}${frequencyHz === null ? "" : `, at ${formatHertz(frequencyHz, 3)}`}`,
  "power-over-band": ({ limit, band }, value, finding) =>
    `${ofLoad(`${value} at ${limitText(limit)}`, finding)}, ${bandText(band)}`,
  "clip-onset": (_, value, finding) => ofLoad(`${value} just below clipping`, finding),
  burst: ({ burst }, value, finding) => ofLoad(`${value} in ${burst} bursts`, finding),
  headroom: ({ burst, ratedWatts }, value) =>
    `${value} of headroom in ${burst} bursts over the ${wattsText(ratedWatts)} rating`,
  distortion: ({ measure, powerWatts }, value, finding) =>
    ofLoad(
      `${value} ${measureText(measure)}${powerWatts === null ? "" : ` at ${wattsText(powerWatts)}`}`,
      finding,
    ),
  "worst-distortion": ({ frequencyHz, powerWatts }, value) =>
    `${value} THD+N at worst, at ${formatHertz(frequencyHz, 2)}${powerWatts === null ? "" : ` and ${wattsText(powerWatts)}`}`,
  "worst-harmonics": ({ frequencyHz }, value) =>
    `${value} second and third harmonic at worst, at ${formatHertz(frequencyHz, 2)}`,
  noise: ({ weighting, referenceWatts }, value) =>
    `${value} below ${wattsText(referenceWatts)}, ${weighting === "a" ? "A-weighted" : "unweighted"}`,
  crosstalk: ({ frequencyHz }, value) => `${value} of separation at ${formatHertz(frequencyHz)}`,
  gain: ({ at }, value) => `${value} of gain${at === "" ? "" : ` ${at}`}`,
  sensitivity: ({ powerWatts, loadOhms }, value) =>
    `${value} at the input for ${wattsText(powerWatts)} into ${formatShort(loadOhms)} Ω, from the gain`,
  balance: (_, value) => `${value} between the channels`,
  "output-impedance": ({ frequencyHz }, value) => `${value} at ${formatHertz(frequencyHz)}`,
  intermodulation: ({ method }, value) =>
    `${value} with ${method === "difference" ? "two high tones" : "a low and a high tone"}`,
  mains: ({ state }, value) => `${value} from the mains ${MAINS_STATES[state]}`,
  response: ({ frequencyHz }, value, finding) =>
    ofLoad(`${value} at ${formatHertz(frequencyHz, 3)}`, finding),
  slew: (_, value) => `${value}, the steepest signal that was played`,
  mass: (_, value) => `${value} as weighed`,
  size: (_, value) => `${value} for the edge that differs most`,
};

const placed = (finding: ClaimFinding, value: string): string => {
  const { place } = finding.reading;
  return (PLACES[place.code] as PlaceText<ReadingPlace["code"]>)(place as never, value, finding);
};

/** A damping factor is judged by its ohms and reported as the factor. */
const dampingOf = ({ reading }: ClaimFinding) =>
  reading.notes.find((note) => note.code === "damping-factor") ?? null;

/** The number that is shown large: "57.0 ± 0.6 W"; for a damping factor the factor. */
export const shownReading = (finding: ClaimFinding): string => {
  const damping = dampingOf(finding);
  return damping
    ? `damping factor ${formatSignificant(damping.value, 3)}`
    : claimFindingText(finding);
};

/** The reading with its conditions: "57.0 ± 0.6 W at 1 % THD+N into 8 Ω, both channels driven"; `share` stands behind the value: " per channel". */
export const readingText = (
  finding: ClaimFinding,
  channelCount: number | null,
  share = "",
): string => {
  const { evidence, reading } = finding;
  const damping = dampingOf(finding);
  if (damping)
    return `Damping factor ${formatSignificant(damping.value, 3)} into ${formatShort(damping.loadOhms)} Ω (${placed(finding, claimFindingText(finding))})`;
  const isPowerOfChannels =
    reading.quantity === "watts" && !RUN_KINDS[evidence.kind].isOfWholeAmplifier;
  const driven = isPowerOfChannels ? channelsDrivenText(evidence.channelsDriven, channelCount) : "";
  const total = reading.isTotal ? `, ${evidence.channels.length} channels added together` : "";
  return `${placed(finding, `${claimFindingText(finding)}${share}`)}${driven === "" ? "" : `, ${driven}`}${total}`;
};

/** From this on a ratio says more than a percentage. */
const LEAST_TIMES = 2;

/** Where a reading lies, without its value: "at 1 % THD+N into 8 Ω". */
export const placeText = (finding: ClaimFinding): string => placed(finding, "").replace(/^,? /, "");

/** How a reading compares with its limit: "12 % above the 50 W claimed". */
export const comparedText = (finding: ClaimFinding): string => {
  const { reading, limit, margin } = finding;
  const damping = dampingOf(finding);
  if (damping) {
    const claimed = damping.loadOhms / limit.value;
    return `${relative(damping.value / claimed - 1)} the ${formatShort(claimed)} claimed`;
  }
  const claimed = `the ${limitValueText(limit, reading.quantity)} claimed`;
  if (limit.direction === "about") {
    const tolerance = quantityText(limit.tolerance, 0, reading.quantity);
    return margin >= 0
      ? `within ${shortened(tolerance)} of ${claimed}`
      : `more than ${shortened(tolerance)} from ${claimed}`;
  }
  if (reading.quantity === "decibels") {
    const decibels = `${formatSignificant(Math.abs(reading.value - limit.value), 2)} dB`;
    return `${decibels} ${reading.value < limit.value ? "below" : "above"} ${claimed}`;
  }
  const ratio = reading.value / limit.value;
  if (ratio >= LEAST_TIMES) return `${formatSignificant(ratio, 2)} times ${claimed}`;
  return `${relative(ratio - 1)} ${claimed}`;
};

const relative = (change: number): string =>
  `${percentText(change)} ${change < 0 ? "below" : "above"}`;

/** Tolerances are round numbers: "0.5000 dB" is "0.5 dB". */
const shortened = (text: string): string =>
  text.replace(/(\.\d*?)0+(?= )/, "$1").replace(/\.(?= )/, "");

/** What a reading adds, as a sentence of its own; null for notes that stand elsewhere. */
export const noteText = (note: ReadingNote): string | null => {
  switch (note.code) {
    case "never-below-limit":
      return `Distortion is above ${limitText(note.limit)} at every level of the sweep.`;
    case "bump-below":
      return `At ${formatSignificant(note.powerWatts, 2)} W distortion is ${formatPercent(note.ratio, 2)}, above the limit as well.`;
    case "most-at-limit":
      return `At ${limitText(note.limit)} the output is at most ${wattsText(note.powerWatts)}.`;
    case "worst-in-band":
      return `Distortion is at most ${formatPercent(note.ratio, 2)}, at ${formatHertz(note.frequencyHz, 2)}.`;
    case "mean":
      return `Mean of ${note.count} repeats.`;
    case "sum":
      return `The channels give ${listed(note.powerWatts.map((watts) => wattsText(watts)))}.`;
    case "level-not-recorded":
      return "The level it was played at is not recorded.";
    case "harmonics-seen-to":
      return note.frequencyHz === null
        ? "The sample rate is too low to see the harmonics."
        : `The sample rate is too low to see harmonics above ${formatHertz(note.frequencyHz, 2)}.`;
    case "damping-factor":
      return null;
  }
};

/** Names of settings may repeat that they are of the supply. */
export const settingName = (setting: string): string => setting.replace(/^supply:\s*/i, "");
