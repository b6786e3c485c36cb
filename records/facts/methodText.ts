import { format, parseISO } from "date-fns";
import { COVERAGE_FACTOR } from "@/core/power";
import { formatFixed, formatPercent, formatShort } from "@/core/units";
import type { KeptInstrument, Instruments } from "../instruments";
import type { Load } from "../load";
import type { LogEntry } from "../log";
import type { RigSettings } from "../rig";
import type { RunEntry } from "../run";
import { chosenInstrument } from "./rigCalibration";
import { dividerText } from "./dividerText";

/** The records that the description of the method is made from. */
export type MethodRecords = {
  loads: readonly Load[];
  rig: RigSettings;
  instruments: Instruments;
  runs: readonly RunEntry[];
  entries: readonly LogEntry[];
  roomCelsius: number;
};

/**
 * How it was measured, in sentences for readers: what was connected, the loads as measured, the instruments with their accuracy, how
 * many runs, and what the logbook holds of it. Of what nobody wrote down it says nothing.
 */
export const methodText = (records: MethodRecords): string[] =>
  [
    loadsText(records.loads),
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

const loadsText = (loads: readonly Load[]): string =>
  loads.length === 0
    ? ""
    : `The dummy loads measured ${listed(
        loads.map(
          ({ nominalOhms, channels }) =>
            `${channels.map(({ ohms }) => formatFixed(ohms, 2)).join(", ")} Ω (nominal ${formatShort(nominalOhms)} Ω)`,
        ),
      )}; power is computed from these, not from the nominal values.`;

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
  const counted = runs.filter(({ isStruck }) => !isStruck);
  const real = counted.filter(({ source }) => source !== "simulated-bench");
  if (real.length === 0) return "";
  const recorded = real.filter(({ source }) => source === "recording").length;
  const typed = real.length - recorded;
  const struck = runs.length - counted.length;
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

const heatText = ({ entries, roomCelsius }: MethodRecords): string => {
  const read = entries.filter(({ kind, isStruck }) => kind === "temperature" && !isStruck).length;
  return `The room was at ${formatShort(roomCelsius)} °C${read > 0 ? `; temperatures were read ${read === 1 ? "once" : `${read} times`} by hand` : ""}.`;
};

const guardText = (entries: readonly LogEntry[]): string => {
  const count = entries.filter(({ kind, isStruck }) => kind === "guard" && !isStruck).length;
  return count === 0
    ? ""
    : `A guard ended ${count === 1 ? "one run" : `${count} runs`} early; readings up to then are valid.`;
};
