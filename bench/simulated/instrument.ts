import { success, type Outcome } from "@/core/outcome";
import { cannot, playedLayout, type Connected, type Instrument, type Wiring } from "../contract";
import { driveToLimit } from "./driveToLimit";
import { simulatedFacts } from "./facts";
import { SimulatedLive } from "./SimulatedLive";
import { speaker } from "./load/types";
import { onLoads, record } from "./record";
import { checkRig } from "./rig/checkRig";
import type { SimulatedRig } from "./rig/rig";
import { soak } from "./soak";

/** Full scale of a converter that chooses its own range. */
const WIDEST_VOLTS = 640;

/**
 * The simulated bench as an instrument.
 * @param rig as `rigSchema` has it
 * @param seed of all noise: the same asked twice is answered with the same bytes
 * @returns a finding that names what of the rig is wrong
 */
export const simulatedInstrument = (rig: unknown, seed: number): Outcome<Instrument> => {
  const checked = checkRig(rig);
  if (!checked.ok) return checked;
  return success({
    facts: simulatedFacts(checked.value),
    connect: (wiring) => connected(wired(checked.value, wiring), seed),
  });
};

const connected = (rig: SimulatedRig, seed: number): Connected => {
  return {
    mostVoltsPeak: rig.converter.fullScaleVolts || WIDEST_VOLTS,
    gainRatio: rig.input.gainRatio * rig.input.levelRatio * (rig.connection === "bridged" ? 2 : 1),
    limitDriveVoltsRms: (drives) => driveToLimit(rig, drives, seed),
    record: ({ number, stimulus, ...request }, watch) => {
      if (!stimulus) throw new RangeError("the simulated bench records nothing but what it plays");
      // Noise must not repeat from one recording to the next.
      const { capture, log } = record(rig, { ...request, stimulus }, seed + number, watch);
      return {
        capture,
        layout: playedLayout(request),
        meters: {
          mainsWatts: log.meters.mainsMeterWatts,
          mainsAmperes: log.meters.mainsClampAmperes,
        },
        events: log.events,
      };
    },
    readLevels: cannot(rig.name, "show levels without a recording"),
    soak: (request, watch) => soak(rig, request, seed, watch),
    live: (drives, frequencyHz) => new SimulatedLive(rig, drives, frequencyHz, seed),
  };
};

const wired = (
  rig: SimulatedRig,
  { loadOhms, isSpeakerLike, isBridged, rangeVolts }: Wiring,
): SimulatedRig => ({
  ...(isSpeakerLike ? { ...rig, loads: loadOhms.map(() => speaker()) } : onLoads(rig, loadOhms)),
  connection: isBridged ? "bridged" : rig.connection,
  converter: rangeVolts > 0 ? { ...rig.converter, fullScaleVolts: rangeVolts } : rig.converter,
});
