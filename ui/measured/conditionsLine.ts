import { drivenText } from "@/core/claim";
import { RUN_KINDS } from "@/core/run";
import { formatHertz, formatShort, formatSignificant } from "@/core/units";
import type { Run } from "@/records";

const SOURCES: Record<Run["source"], string> = {
  recording: "recording",
  "simulated-bench": "simulated:",
  typed: "typed from",
};

/** Settings that were changed: "each channel 50 W, length 30 s". */
const settingsText = (run: Run): string[] => {
  const { settings } = run.conditions;
  if (run.source === "typed" || !settings) return [];
  return RUN_KINDS[run.kind].fields.flatMap((field) => {
    const value = settings[field.name];
    if (value === undefined || value === field.initial) return [];
    const words =
      field.kind === "choice"
        ? field.choices.find((choice) => choice.value === value)?.label
        : `${formatShort(Number(value))} ${field.unit}`.trim();
    // What zero stands for is said where it is set; here something else was.
    const label = field.label.toLowerCase().replace(/ \(0 = .*\)$/, "");
    return [`${label} ${words ?? value}`];
  });
};

/** Two outputs with one load between them share its ohms and its watts. */
const bridgedText = ({ kind, conditions: { setup, channels } }: Run): string | null =>
  setup?.connection === "bridged" || RUN_KINDS[kind].isBridged
    ? `each half drives ${formatSignificant(channels[0].loadOhms / 2, 3)} Ω and gives half the power`
    : null;

/** The tone as it was found, of a run that has levels. */
const toneText = ({ result }: Run): string | null => {
  const hertz = result.channels[0].levels?.[0]?.fundamentalHz;
  return hertz === undefined ? null : formatHertz(hertz, 4);
};

/** What a run was made under, in one line. */
export const conditionsLine = (run: Run): string => {
  const { conditions, source, sourceDetail } = run;
  return [
    toneText(run),
    drivenText(conditions.channelsDriven),
    RUN_KINDS[run.kind].worksInto
      ? `loudspeaker of ${formatShort(conditions.nominalOhms)} Ω nominal`
      : `${conditions.channels.map(({ loadOhms }) => formatSignificant(loadOhms, 3)).join(" and ")} Ω measured`,
    bridgedText(run),
    ...settingsText(run),
    conditions.level?.from === "found"
      ? `full level found, ${formatSignificant(conditions.level.watts, 3)} W`
      : null,
    conditions.setting,
    conditions.inputUsed,
    `${SOURCES[source]} ${sourceDetail}`,
  ]
    .filter(Boolean)
    .join(", ");
};
