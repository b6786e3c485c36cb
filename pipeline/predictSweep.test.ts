import { EXAMPLE_RIGS, type ExampleName } from "@/bench/simulated";
import { powerAtDistortion } from "@/core/sweep";
import { predictSweep } from "./predictSweep";
import type { Prediction, PredictionRequest } from "./predictSweep";

const request = (amplifier: object, given: Partial<PredictionRequest> = {}): PredictionRequest => ({
  instrument: { kind: "simulated", amplifier, seed: 1 },
  loadOhms: [8.21, 8.18],
  channelsDriven: 2,
  lastVoltsRms: null,
  ...given,
});

const predicted = async (asked: PredictionRequest): Promise<Prediction> => {
  const outcome = await predictSweep(asked);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};
const onePercent = ({ channels }: Prediction): number => {
  const reading = powerAtDistortion(channels[0].levels ?? [], 0.01, "thd-plus-noise");
  return reading.status === "never-below" ? 0 : reading.powerWatts;
};

test.each(Object.keys(EXAMPLE_RIGS) as ExampleName[])(
  "%s: the sweep finds its own limit",
  async (name) => {
    const { lastVoltsRms, channels } = await predicted(request(EXAMPLE_RIGS[name]));
    expect(lastVoltsRms).toBeGreaterThan(0.1);
    expect(channels.length).toBe(2);
    expect(channels[0].stop.reason).not.toBe("input-drive");
  },
);

test("a parameter moves the curve: more volts on the winding, more watts; a given drive is kept", async () => {
  const home = EXAMPLE_RIGS["home-class-ab"];
  const bigger = { ...home, supply: { ...home.supply, secondaryVoltsRms: 33 } };
  expect(onePercent(await predicted(request(bigger)))).toBeGreaterThan(
    1.3 * onePercent(await predicted(request(home))),
  );
  expect(await predicted(request(home, { lastVoltsRms: 0.3 }))).toMatchObject({
    lastVoltsRms: 0.3,
    channels: [{ stop: { reason: "input-drive" } }, {}],
  });
});

test("parts that do not go together are a finding", async () => {
  const outcome = await predictSweep(
    request({ ...EXAMPLE_RIGS["power-class-gh"], supply: EXAMPLE_RIGS["desk-class-d"].supply }),
  );
  expect(outcome).toMatchObject({ ok: false, finding: { code: "bad-rig" } });
});
