import { choice, onOff, quantityParameter, type PartOf } from "../../fields";

/** The way of the heat from the devices to the room, all channels together. */
export const HEAT_FIELDS = {
  junctionCelsiusPerWatt: quantityParameter(
    "Junction to case, all devices",
    "K/W",
    [0.005, 20],
    0.25,
  ),
  interfaceCelsiusPerWatt: quantityParameter(
    "Case to sink, through the compound",
    "K/W",
    [0.001, 10],
    0.08,
  ),
  sinkCelsiusPerWatt: quantityParameter(
    "Sink to room, lid off, fins upright, still air",
    "K/W",
    [0.01, 50],
    0.6,
  ),
  junctionJoulesPerCelsius: quantityParameter(
    "Heat capacity of the chips",
    "J/K",
    [0.01, 100],
    0.4,
  ),
  caseJoulesPerCelsius: quantityParameter("Heat capacity of the cases", "J/K", [0.1, 500], 12),
  sinkJoulesPerCelsius: quantityParameter("Heat capacity of the sink", "J/K", [1, 50_000], 900),
  cover: choice("Cover", ["off", "on"], "on"),
  orientation: choice("Fins", ["upright", "flat"], "upright"),
  hasFan: onOff("Fan", false),
  biasPerCelsius: quantityParameter(
    "Change of the idle current with the sink",
    "1/K",
    [-0.02, 0.05],
    -0.002,
  ),
};
export type HeatPart = PartOf<typeof HEAT_FIELDS>;

/** What cover, fins and fan do to the sink's resistance. Common practice; makers' sheets give 1.2 to 1.5, 1.15 to 1.3 and 0.3 to 0.5. */
const COVER_RATIO = 1.35;
const FLAT_RATIO = 1.25;
const FAN_RATIO = 0.4;

export const sinkOhmsThermal = ({
  sinkCelsiusPerWatt,
  cover,
  orientation,
  hasFan,
}: HeatPart): number =>
  sinkCelsiusPerWatt *
  (cover === "on" ? COVER_RATIO : 1) *
  (orientation === "flat" ? FLAT_RATIO : 1) *
  (hasFan ? FAN_RATIO : 1);
