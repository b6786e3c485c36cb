import { readTemperatureLog } from "../files";
import { guessPlaces, readSoakLog } from "./soakLog";

/** Three probes, of which one is read only every other minute, over an hour and a half. */
const log = () => {
  const rows = Array.from({ length: 91 }, (_, minute) => {
    const sink = 22 + 40 * (1 - Math.exp(-minute / 15));
    const casing = minute % 2 === 0 ? (22 + minute / 6).toFixed(1) : "";
    return `${60 * minute};${sink.toFixed(2)};${casing};${(22 + 60 * (1 - Math.exp(-minute / 5))).toFixed(1)}`;
  });
  const outcome = readTemperatureLog(
    ["Seconds;Heat sink (°C);Case (°C);Load (°C)", ...rows].join("\n"),
  );
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  return outcome.value;
};

test("places by the names of the probes, in several languages; without names the first is the sink's", () => {
  expect(guessPlaces(["Heat sink", "Case", "Load"])).toEqual({ sink: 0, casing: 1, load: 2 });
  expect(guessPlaces(["Last", "Kühlkörper"])).toEqual({ sink: 1, casing: null, load: 0 });
  expect(guessPlaces(["T1", "T2"])).toEqual({ sink: 0, casing: null, load: null });
  expect(guessPlaces(["Lid top"])).toEqual({ sink: null, casing: 0, load: null });
});

test("a soak from a logger: sink settled, rise, case and load; of output and mains nothing is said", () => {
  const outcome = readSoakLog(log(), { sink: 0, casing: 1, load: 2 }, 2);
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  expect(outcome.value).toHaveLength(2);
  const [{ figures, curves }] = outcome.value;
  const value = (name: string) => figures.find((each) => each.name === name)?.value;
  expect(value("sink")).toBeCloseTo(62, 0);
  expect(value("rise")).toBeCloseTo(40, 0);
  expect(value("case")).toBeCloseTo(37, 1);
  expect(value("load")).toBeCloseTo(82, 1);
  expect(figures.map(({ name }) => name)).not.toContain("mains");
  expect(figures.map(({ name }) => name)).not.toContain("output");
  expect(curves.map(({ name }) => name)).toEqual(["sink", "case", "load"]);
});

test("a probe that was nowhere leaves no figure and no curve; without one on the sink it is refused", () => {
  const outcome = readSoakLog(log(), { sink: 0, casing: null, load: null }, 1);
  expect(outcome.ok && outcome.value[0].curves.map(({ name }) => name)).toEqual(["sink"]);
  expect(readSoakLog(log(), { sink: null, casing: 1, load: 2 }, 1)).toMatchObject({
    ok: false,
    finding: { code: "channel-mismatch" },
  });
});
