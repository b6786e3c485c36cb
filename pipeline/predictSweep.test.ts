import { EXAMPLE_RIGS, type ExampleName, type Rig } from "@/bench/simulated";
import { powerAtDistortion } from "@/core/sweep";
import { predictSweep } from "./predictSweep";
import type { Prediction, PredictionRequest } from "./predictSweep";

const request = (rig: Rig, given: Partial<PredictionRequest> = {}): PredictionRequest => ({
  rig,
  loadOhms: [8.21, 8.18],
  channelsDriven: 2,
  lastVoltsRms: null,
  ...given,
});

const predicted = (asked: PredictionRequest): Prediction => {
  const outcome = predictSweep(asked);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};
const onePercent = ({ result }: Prediction): number => {
  const reading = powerAtDistortion(result.channels[0].steps, 0.01, "thd-plus-noise");
  return reading.status === "never-below" ? 0 : reading.powerWatts;
};

test.each(Object.keys(EXAMPLE_RIGS) as ExampleName[])(
  "%s: the sweep finds its own limit",
  (name) => {
    const { lastVoltsRms, result } = predicted(request(EXAMPLE_RIGS[name]));
    expect(lastVoltsRms).toBeGreaterThan(0.1);
    expect(result.channels.length).toBe(2);
    expect(result.channels[0].stop.reason).not.toBe("input-drive");
  },
);

test("a parameter moves the curve: more volts on the winding, more watts; a given drive is kept", () => {
  const home = EXAMPLE_RIGS["home-class-ab"];
  const bigger = { ...home, supply: { ...home.supply, secondaryVoltsRms: 33 } as Rig["supply"] };
  expect(onePercent(predicted(request(bigger)))).toBeGreaterThan(
    1.3 * onePercent(predicted(request(home))),
  );
  expect(predicted(request(home, { lastVoltsRms: 0.3 }))).toMatchObject({
    lastVoltsRms: 0.3,
    result: { channels: [{ stop: { reason: "input-drive" } }, {}] },
  });
});

test("parts that do not go together are a finding", () => {
  const outcome = predictSweep(
    request({ ...EXAMPLE_RIGS["power-class-gh"], supply: EXAMPLE_RIGS["desk-class-d"].supply }),
  );
  expect(outcome).toMatchObject({ ok: false, finding: { code: "bad-rig" } });
});
