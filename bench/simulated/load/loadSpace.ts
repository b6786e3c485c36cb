import type { StateSpace } from "../circuit/stateSpace";
import type { SpeakerPart } from "./types";

/** A load as the stage sees it at this moment. */
export type LoadState =
  { kind: "resistive"; ohms: number; henries: number } | { kind: "speaker"; part: SpeakerPart };

/** Below this an inductance is not a state of its own, only rounding. */
const LEAST_HENRIES = 1e-12;

/**
 * A load behind the resistance and inductance of its source.
 * @param seriesOhms at least 0
 * @see for the speaker-like load: R. H. Small, Direct-Radiator Loudspeaker System Analysis, J. AES 20, 1972 (the moving
 *   parts as a parallel resonance: Res = Re Qms/Qes, Ces = Qes/(2 pi fs Re), Les = Re/(2 pi fs Qes)). From memory.
 */
export const loadSpace = (
  load: LoadState,
  seriesOhms: number,
  seriesHenries: number,
): StateSpace =>
  load.kind === "resistive"
    ? resistiveSpace(load, seriesOhms, seriesHenries)
    : speakerSpace(load.part, seriesOhms, seriesHenries);

const resistiveSpace = (
  { ohms, henries }: { ohms: number; henries: number },
  seriesOhms: number,
  seriesHenries: number,
): StateSpace => {
  const totalOhms = ohms + seriesOhms,
    totalHenries = henries + seriesHenries;
  if (totalHenries < LEAST_HENRIES)
    return {
      a: [],
      b: [],
      volts: { c: [], d: ohms / totalOhms },
      amperes: { c: [], d: 1 / totalOhms },
    };
  const share = henries / totalHenries;
  return {
    a: [[-totalOhms / totalHenries]],
    b: [1 / totalHenries],
    volts: { c: [ohms - share * totalOhms], d: share },
    amperes: { c: [1], d: 0 },
  };
};

/** States: coil current, volts of the resonance, current of its inductance. */
const speakerSpace = (part: SpeakerPart, seriesOhms: number, seriesHenries: number): StateSpace => {
  const { resistanceOhms, farads, henries } = motionalCircuit(part);
  const coil = Math.max(LEAST_HENRIES, part.henries + seriesHenries);
  const share = seriesHenries / coil;
  const ohms = part.ohms + seriesOhms;
  return {
    a: [
      [-ohms / coil, -1 / coil, 0],
      [1 / farads, -1 / (resistanceOhms * farads), -1 / farads],
      [0, 1 / henries, 0],
    ],
    b: [1 / coil, 0, 0],
    volts: { c: [share * ohms - seriesOhms, share, 0], d: 1 - share },
    amperes: { c: [1, 0, 0], d: 0 },
  };
};

/** The moving parts as resistance, capacitance and inductance in parallel. */
export const motionalCircuit = ({
  ohms,
  resonanceHz,
  mechanicalQ,
  electricalQ,
}: SpeakerPart): { resistanceOhms: number; farads: number; henries: number } => {
  const omega = 2 * Math.PI * resonanceHz;
  return {
    resistanceOhms: (ohms * mechanicalQ) / electricalQ,
    farads: electricalQ / (omega * ohms),
    henries: ohms / (omega * electricalQ),
  };
};

/** A coil of filterOhms and filterHenries from the stage to a capacitor, across which the load hangs. States: coil current, capacitor volts, then the load's. */
export const behindFilter = (
  filter: { ohms: number; henries: number; farads: number },
  load: StateSpace,
): StateSpace => {
  const size = load.a.length;
  const zeros = Array.from({ length: size }, () => 0);
  return {
    a: [
      [-filter.ohms / filter.henries, -1 / filter.henries, ...zeros],
      [
        1 / filter.farads,
        -load.amperes.d / filter.farads,
        ...load.amperes.c.map((value) => -value / filter.farads),
      ],
      ...load.a.map((row, i) => [0, load.b[i], ...row]),
    ],
    b: [1 / filter.henries, 0, ...zeros],
    volts: { c: [0, load.volts.d, ...load.volts.c], d: 0 },
    amperes: { c: [1, 0, ...zeros], d: 0 },
  };
};
