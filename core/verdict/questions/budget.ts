import { powerStdUncertaintyRatio } from "../../power";
import type { BudgetLine, BudgetSource, Evidence, EvidenceChannel } from "../types";

/** A half width within which every value is as likely. @see JCGM 100:2008, 4.3.7 */
const RECTANGULAR = Math.sqrt(3);

/** Assumed for a reading that does not state its uncertainty: a tenth of it, or a quarter of a decibel. */
const UNKNOWN_RATIO = 0.1;
export const UNKNOWN_DB = 0.25;

/** One line; contributions in the unit of the reading. @see JCGM 100:2008, table H.1 */
export const line = (
  source: BudgetSource,
  contribution: number,
  distribution: BudgetLine["distribution"] = "normal",
): BudgetLine => ({
  source,
  type: "B",
  distribution,
  contribution: Math.abs(contribution),
  degreesOfFreedom: null,
});

/** A line from a half width. @see JCGM 100:2008, 4.3.7 */
export const halfWidthLine = (source: BudgetSource, halfWidth: number): BudgetLine =>
  line(source, halfWidth / RECTANGULAR, "rectangular");

/**
 * What volts and ohms leave uncertain of watts: volts count twice.
 * @see JCGM 100:2008, 5.1.6
 */
export const powerLines = (powerWatts: number, channel: EvidenceChannel): BudgetLine[] => {
  // Checks the ranges of both.
  powerStdUncertaintyRatio(channel);
  const {
    loadOhms,
    loadOhmsStdUncertainty,
    voltsStdUncertaintyRatio,
    loadDriftRatio = 0,
  } = channel;
  return [
    line("volts", 2 * powerWatts * voltsStdUncertaintyRatio),
    line("load-ohms", (powerWatts * loadOhmsStdUncertainty) / loadOhms),
    halfWidthLine("load-drift", powerWatts * loadDriftRatio),
  ];
};

/** The line of a figure that states its own uncertainty, or of one that does not. */
export const figureLine = (
  source: BudgetSource,
  value: number,
  stdUncertainty: number | null,
): BudgetLine =>
  stdUncertainty === null
    ? { ...line(source, UNKNOWN_RATIO * Math.abs(value)), isAssumed: true }
    : line(source, stdUncertainty);

/**
 * What the rig distorts by itself: it may add to the reading or take from it. None where it was not read.
 * @see JCGM 100:2008, 4.3.7
 */
export const rigLines = ({ rigFloorRatio }: Pick<Evidence, "rigFloorRatio">): BudgetLine[] =>
  rigFloorRatio === undefined ? [] : [halfWidthLine("rig-distortion", rigFloorRatio)];
