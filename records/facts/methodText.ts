import { format, parseISO } from "date-fns";
import { COVERAGE_FACTOR } from "@/core/power";
import { formatFixed, formatPercent, formatShort } from "@/core/units";
import type { KeptInstrument, Instruments } from "../instruments";
import type { LogEntry } from "../log";
import type { RigSettings } from "../rig";
import { RUN_KINDS } from "@/core/run";
import type { Room } from "../room";
import type { RunEntry } from "../run";
import { chosenInstrument } from "./rigCalibration";
import { dividerText } from "./dividerText";

/** The records that the description of the method is made from. */
export type MethodRecords = {
  rig: RigSettings;
  instruments: Instruments;
  runs: readonly RunEntry[];
  entries: readonly LogEntry[];
  room: Room;
};

/**
 * How it was measured, in sentences for readers: what was connected, the loads as measured, the instruments with their accuracy, how
 * many runs, and what the logbook holds of it. Of what nobody wrote down it says nothing.
 */
export const methodText = (records: MethodRecords): string[] =>
  [
    loadsText(records.runs),
    instrumentsText(records),
    runsText(records.runs),
    calibrationText(records.rig),
    heatText(records),
    guardText(records.entries),
  ].filter((sentence) => sentence !== "");

const listed = (parts: readonly string[]): string =>
  parts.length < 2
    ? parts.join("")
    : `${parts.slice(0, -1).join(", ")} and ${parts[parts.length - 1]}`;

/** The loads that the readings were taken into; others that are there are no part of it. */
const loadsText = (runs: readonly RunEntry[]): string => {
  const used = new Map<number, Set<string>>();
  for (const { nominalOhms, loadOhms, kind } of runs.filter(isCounted)) {
    if (RUN_KINDS[kind].worksInto !== undefined) continue;
    const known = used.get(nominalOhms) ?? new Set();
    loadOhms.forEach((ohms) => known.add(formatFixed(ohms, 2)));
    used.set(nominalOhms, known);
  }
  const loads = [...used].toSorted(([one], [other]) => other - one);
  return loads.length === 0
    ? ""
    : `The dummy loads measured ${listed(
        loads.map(
          ([nominal, measured]) =>
            `${[...measured].join(", ")} Ω (nominal ${formatShort(nominal)} Ω)`,
        ),
      )}; power is computed from these, not from the nominal values.`;
};

/** Taken on a real bench, and not excluded. */
const isCounted = ({ source, isStruck }: RunEntry): boolean =>
  !isStruck && source !== "simulated-bench";

const instrumentsText = ({ rig, instruments }: MethodRecords): string => {
  const converter = chosenInstrument(instruments, "converter", rig.converterId);
  const voltmeter = chosenInstrument(instruments, "voltmeter", rig.voltmeterId);
  const divider = dividerText(rig.upperOhms, rig.lowerOhms);
  const parts = [
    ...(converter
      ? [
          `recorded with ${converter.name}${calibratedText(converter)}${divider ? ` behind a divider of ${divider}` : ""}`,
        ]
      : []),
    ...(voltmeter
      ? [
          `set by ${voltmeter.name}${voltmeter.accuracyRatio > 0 ? ` (± ${formatPercent(voltmeter.accuracyRatio, 2)} of its reading)` : ""}${calibratedText(voltmeter)}`,
        ]
      : []),
  ];
  return parts.length === 0
    ? ""
    : `The output was measured with a ${rig.probe}, ${parts.join(" and ")}.`;
};

const calibratedText = ({ calibratedOn }: KeptInstrument): string =>
  calibratedOn ? `, calibrated on ${format(parseISO(calibratedOn), "d MMMM yyyy")}` : "";

const runsText = (runs: readonly RunEntry[]): string => {
  const real = runs.filter(isCounted);
  if (real.length === 0) return "";
  const recorded = real.filter(({ source }) => source === "recording").length;
  const typed = real.length - recorded;
  const struck = runs.filter(
    ({ isStruck, source }) => isStruck && source !== "simulated-bench",
  ).length;
  const counts = [
    ...(recorded > 0 ? [[recorded, "from recordings"] as const] : []),
    ...(typed > 0 ? [[typed, "read from a meter"] as const] : []),
  ];
  const [only] = counts;
  const parts =
    counts.length === 1
      ? ` ${only[1]}`
      : `, ${listed(counts.map(([count, words]) => `${count} ${words}`))}`;
  return `The results are based on ${real.length} ${real.length === 1 ? "run" : "runs"}${parts}${struck > 0 ? `; ${struck} more ${struck === 1 ? "was" : "were"} excluded` : ""}. Uncertainties are expanded uncertainties with a coverage factor of ${COVERAGE_FACTOR} (about 95 %).`;
};

const calibrationText = ({ recordedRatio, meterHz, loop }: RigSettings): string =>
  [
    ...(recordedRatio === null
      ? []
      : [
          `The recorder was calibrated against the voltmeter${meterHz === null ? "" : ` at ${formatShort(meterHz)} Hz`}.`,
        ]),
    ...(loop ? [`The rig alone has ${formatPercent(loop.thdPlusNoiseRatio, 2)} THD+N.`] : []),
  ].join(" ");

/** Of a room whose thermometer nobody read nothing is said. */
const heatText = ({ entries, room }: MethodRecords): string => {
  const read = entries.filter(({ kind, isStruck }) => kind === "temperature" && !isStruck).length;
  return [
    ...(room.at === null ? [] : [`The room was at ${formatShort(room.celsius)} °C.`]),
    ...(read > 0
      ? [`Temperatures were read ${read === 1 ? "once" : `${read} times`} by hand.`]
      : []),
  ].join(" ");
};

const guardText = (entries: readonly LogEntry[]): string => {
  const count = entries.filter(({ kind, isStruck }) => kind === "guard" && !isStruck).length;
  return count === 0
    ? ""
    : `A guard ended ${count === 1 ? "one run" : `${count} runs`} early; readings up to then are valid.`;
};
