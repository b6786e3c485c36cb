import { emptyDocument } from "../documents";
import { amplifier, load, power } from "../testing/run";
import { claimedHeat, type MeasuredSupply, type PlanRecords } from ".";

const records: PlanRecords = {
  amplifier: { ...amplifier, topology: "class AB" },
  claims: [{ ...power, id: "c", powerWatts: 60, loadOhms: 8, channelsDriven: 2 }],
  loads: [load],
  details: emptyDocument("details"),
  forecastSettings: emptyDocument("forecast"),
  isBridged: false,
  roomCelsius: 22,
};
const onMeter = (efficiency: number, isRehearsed = false, doubts: string[] = []) =>
  [
    {
      isRehearsed,
      mains: {
        inrush: null,
        levels: [
          {
            label: "at rated output",
            marginAmperes: null,
            doubts,
            balance: { efficiencyRatio: { value: efficiency, stdUncertainty: 0.01 } },
          },
        ],
      },
    },
  ] as unknown as MeasuredSupply[];

test("held at full output what is not 60 W twice is heat: at a measured 60 % that is 80 W", () => {
  const [claimed] = claimedHeat(records, onMeter(0.6));
  expect(claimed.isMeasured).toBe(true);
  // 120 W out of 200 W in.
  expect(claimed.heat.value).toBeCloseTo(80, 9);
});

test("without a real mains draw that is sure the efficiency is the usual one of its class, and less is known", () => {
  for (const supplies of [[], onMeter(0.6, true), onMeter(0.6, false, ["not reached"])]) {
    const [claimed] = claimedHeat(records, supplies);
    expect(claimed.isMeasured).toBe(false);
    // 65 % for class AB, common practice.
    expect(claimed.heat.value).toBeCloseTo(120 / 0.65 - 120, 6);
    expect(claimed.heat.stdUncertainty).toBeGreaterThan(0.1 * claimed.heat.value);
  }
});
