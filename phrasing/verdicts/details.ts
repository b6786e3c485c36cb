import { channelLetter, type ClaimFinding, type Verdict } from "@/core/verdict";
import { formatHertz, formatShort } from "@/core/units";
import { RUN_KINDS } from "@/core/run";
import { channelsDrivenText, likelihoodText, listed } from "../numbers";
import { SOURCE_LABELS } from "./evidence";
import { loadText, type JudgedClaim } from "./headline";
import { claimFindingText, limitValueText, marginText, quantityText, rangeText } from "./quantity";
import { noteText, settingName } from "./reading";

/** A row of the table that explains a verdict. */
export type Detail = { label: string; text: string };

const LIMITS = { "at-least": "at least ", "at-most": "at most ", about: "" } as const;

/** What the headline leaves out: measured load, channel, correction to the claimed load, probability. */
export const verdictDetails = (judged: JudgedClaim, verdict: Verdict): Detail[] => {
  const finding = verdict.asPrinted ?? verdict.finding;
  const filled = judged.claim.filledIn ?? [];
  const rows: (Detail | null)[] = finding
    ? [...readingRows(finding, judged), probabilityRow(verdict)]
    : [];
  return [
    ...rows.flatMap((row) => row ?? []),
    ...(filled.length > 0
      ? [{ label: "Filled in by the reviewer, not printed", text: listed(filled) }]
      : []),
  ];
};

const readingRows = (finding: ClaimFinding, { channelCount }: JudgedClaim): (Detail | null)[] => {
  const { reading, limit, evidence } = finding;
  const isOfRun = evidence.channels.length > 0;
  return [
    { label: "Measured", text: claimFindingText(finding) },
    {
      label: "Claimed",
      text: `${LIMITS[limit.direction]}${limitValueText(limit, reading.quantity)}${limit.direction === "about" ? `, within ${limitValueText({ ...limit, value: limit.tolerance }, reading.quantity)}` : ""}`,
    },
    { label: "Margin", text: marginText(finding) },
    ...(isOfRun ? conditionRows(finding, channelCount) : []),
    ...reading.notes.map((note) => {
      const text = noteText(note);
      return text === null ? null : { label: "Also", text };
    }),
  ];
};

const conditionRows = (finding: ClaimFinding, channelCount: number | null): (Detail | null)[] => {
  const { evidence, channelIndex, reading } = finding;
  const channel = evidence.channels.find((each) => each.channelIndex === channelIndex);
  const isOfChannel = !RUN_KINDS[evidence.kind].isOfWholeAmplifier && !reading.isTotal;
  const setting = [evidence.supply, evidence.setting].filter(Boolean).map(settingName);
  const count = evidence.channels.length;
  return [
    channel && isOfChannel
      ? { label: "Load", text: loadText(evidence.nominalOhms, channel.loadOhms) }
      : null,
    correctionRow(finding),
    isOfChannel
      ? {
          label: "Channel",
          text: `${channelLetter(channelIndex)}${count > 1 ? `, the weakest of ${count}` : ", the only one measured"}`,
        }
      : null,
    isOfChannel
      ? {
          label: "Driven",
          text: channelsDrivenText(evidence.channelsDriven, channelCount) || "its one channel",
        }
      : null,
    evidence.frequencyHz !== null
      ? { label: "Frequency", text: formatHertz(evidence.frequencyHz, 3) }
      : null,
    setting.length > 0 ? { label: "Setting", text: setting.join(", ") } : null,
    {
      label: "Run",
      text: `${RUN_KINDS[evidence.kind].title}, ${SOURCE_LABELS[evidence.source]}`,
    },
  ];
};

/** What the reading would be into exactly the claimed load. */
const correctionRow = ({ reading, matches }: ClaimFinding): Detail | null => {
  const [low, high] = reading.between;
  const load = matches.find(({ condition }) => condition === "load");
  if (load?.condition !== "load" || (low === reading.value && high === reading.value)) return null;
  const text =
    low === high
      ? `${quantityText(low, 0, reading.quantity)}, interpolated between two loads`
      : rangeText(low, high, reading.quantity);
  return { label: `Into exactly ${formatShort(load.asked)} Ω`, text };
};

/** A simulated result has no probability, nor has one under other conditions than printed. */
const probabilityRow = ({ probability, only }: Verdict): Detail | null =>
  probability === null || only ? null : { label: "Probability", text: likelihoodText(probability) };
