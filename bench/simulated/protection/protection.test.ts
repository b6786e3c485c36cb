import type { StageReading } from "../amplifier/StageReading";
import { partOf } from "../../fields";
import { PROTECTION_FIELDS, type ProtectionPart } from "./fields";
import { Protection, type ProtectionEvent } from "./Protection";

const SECONDS = 0.002;
const reading = (given: Partial<StageReading> = {}): StageReading => ({
  peakAmperes: 1,
  loadWatts: 4,
  meanVolts: 0,
  ...given,
});

const guarded = (given: Partial<ProtectionPart>) => {
  const events: ProtectionEvent[] = [];
  const protection = new Protection(partOf(PROTECTION_FIELDS, given), (event) =>
    events.push(event),
  );
  const watch = (seconds: number, state: Partial<StageReading> = {}, sinkCelsius = 30): number => {
    let share = 1;
    for (let at = 0; at < seconds; at += SECONDS)
      share = protection.watch([reading(state)], sinkCelsius, SECONDS).output;
    return share;
  };
  return { events, watch, protection };
};

test("a short peak is let pass, a long one opens the relay, which closes by itself", () => {
  const { events, watch } = guarded({ tripAmperes: 10, tripSeconds: 0.05, recoverySeconds: 1 });
  expect(watch(0.03, { peakAmperes: 20 })).toBe(1);
  expect(watch(0.2)).toBe(1);
  expect(watch(0.1, { peakAmperes: 20 })).toBe(0);
  expect(watch(0.5)).toBe(0);
  expect(watch(1)).toBe(1);
  expect(events).toEqual(["relay-opened", "relay-closed"]);
});

test("a latching relay stays open", () => {
  const { watch, protection } = guarded({ tripAmperes: 10, recoverySeconds: 0.2, latches: true });
  watch(0.1, { peakAmperes: 20 });
  expect(watch(2)).toBe(0);
  expect(protection.isCutOut).toBe(true);
});

test("DC opens the relay; a slow bass note's mean over a block does not", () => {
  const { events, watch } = guarded({ dcTripVolts: 2 });
  for (let cycle = 0; cycle < 20; cycle++) {
    watch(0.025, { meanVolts: 10 });
    watch(0.025, { meanVolts: -10 });
  }
  expect(events).toEqual([]);
  expect(watch(0.3, { meanVolts: 4 })).toBe(0);
  expect(events).toEqual(["dc-trip"]);
});

test("the thermal cut-out has a hysteresis, or stays when it latches", () => {
  const resetting = guarded({ cutOutCelsius: 80, cutInCelsius: 65 });
  expect(resetting.watch(0.1, {}, 81)).toBe(0);
  expect(resetting.watch(0.1, {}, 70)).toBe(0);
  expect(resetting.watch(0.1, {}, 64)).toBe(1);
  expect(resetting.events).toEqual(["thermal-cut-out", "thermal-recovery"]);
  const latching = guarded({ cutOutCelsius: 80, cutInCelsius: 65, thermalLatches: true });
  latching.watch(0.1, {}, 81);
  expect(latching.watch(0.1, {}, 40)).toBe(0);
});
