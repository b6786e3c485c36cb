import { HEAT_LIMITS } from "@/core/heat";
import type { HeatLog } from "@/records";
import { knownResistances } from "./knownResistances";

/** An hour of one store at so many K/W, 60 W of heat. */
const log = (id: string, kelvinPerWatt: number, mainsWatts: number | null): HeatLog => ({
  id,
  title: id,
  startedAt: "2026-11-25T10:00:00Z",
  roomCelsius: 22,
  setup: "",
  file: null,
  runId: null,
  spots: [
    {
      id: "s",
      name: "heat sink",
      place: "heat sink",
      surface: "bare metal",
      emissivity: null,
      column: null,
      pin: null,
    },
  ],
  readings: Array.from({ length: 30 }, (_, k) => ({
    id: String(k),
    spotId: "s",
    seconds: 120 * k,
    celsius: 22 + 60 * kelvinPerWatt * (1 - Math.exp(-k / 7)),
    hand: null,
  })),
  events: [{ id: "on", seconds: 0, kind: "power on", text: "", loadWatts: 12, mainsWatts }],
  isStruck: false,
});
const probesOf = () => ({ probes: null, trouble: null, isReading: false });

test("closed form: 0.6 and 0.5 K/W, oldest first; without watts, or struck out, there is none", () => {
  const logs = [
    log("after", 0.5, 72),
    log("before", 0.6, 72),
    log("no watts", 0.6, null),
    { ...log("struck", 0.6, 72), isStruck: true },
  ];
  const known = knownResistances(logs, probesOf, HEAT_LIMITS);
  expect(known.map(({ label }) => label)).toEqual(["before", "after"]);
  expect(known[0].resistance.value).toBeCloseTo(0.6, 2);
  expect(known[1].resistance.value).toBeCloseTo(0.5, 2);
});

test("a log that is the same is not fitted again; one that was changed is", () => {
  const one = log("one", 0.6, 72);
  const [first] = knownResistances([one], probesOf, HEAT_LIMITS);
  expect(knownResistances([one], probesOf, HEAT_LIMITS)[0]).toBe(first);
  const changed = { ...one, roomCelsius: 28 };
  const [second] = knownResistances([changed], probesOf, HEAT_LIMITS);
  expect(second.resistance.value).toBeCloseTo(0.5, 2);
});
