import type { Load } from "@/records";
import { rigSchema } from "@/records";
import type { PlayProgress } from "@/workers/protocol";
import { markup, words } from "../../testing/shown";
import { LiveSpectrum } from "./LiveSpectrum";
import { LiveWave } from "./LiveWave";
import { PlayingPanel, type PlayingPanelProps } from "./PlayingPanel";
import { IDLE } from "../engine/engineState";
import { benchJob } from "@/records/testing/job";

const { guards } = rigSchema.getDefault();
const load: Load = {
  id: "l",
  nominalOhms: 8,
  channels: [8.21, 8.18].map((ohms) => ({ ohms, ohmsExpandedUncertainty: 0.02 })),
};
const job = benchJob({ loadId: "l" });
const wave = Float32Array.from({ length: 200 }, (_, k) => 20 * Math.sin(k / 8));
const spectrum = [
  [20, 1e-5],
  [1000, 20],
  [3000, 0.002],
  [40_000, 1e-5],
] as const;
const playing: PlayProgress = {
  label: "The tone",
  shotNumber: 1,
  doneRatio: 0.4,
  seconds: 0.8,
  driveVoltsRms: 0.7,
  voltsRms: [18.42, 18.31],
  voltsPeak: [26, 26],
  loadWatts: [41.3, 40.9],
  loadCelsius: [64, 61],
  sinkCelsius: 38,
  predictedSinkCelsius: null,
  mainsAmperes: 0.9,
  isCutOut: false,
  glimpse: { seconds: 0.004, volts: [wave, wave], spectra: [spectrum, spectrum] },
  thdPlusNoiseRatio: [0.0001, null],
  outlook: null,
};
const panel = (
  change: Partial<PlayProgress> = {},
  state: Partial<PlayingPanelProps["state"]> = {},
) => (
  <PlayingPanel
    state={{
      ...IDLE,
      job,
      progress: { stage: "The tone", doneRatio: 0.4, playing: { ...playing, ...change } },
      secondsLeft: 12,
      queue: [job],
      ...state,
    }}
    load={load}
    guards={guards}
    onCancel={() => {}}
    onChanged={() => {}}
  />
);

test("between recordings what was seen last stands still and says so; what the run is after is reported", () => {
  const reading = { stage: "Analysing the levels", doneRatio: 1, playing: null };
  const text = words(panel({}, { progress: reading, lastSeen: playing }));
  expect(text).toContain("Last reading");
  expect(text).toContain("A 41.3 W 18.42 V RMS");
  expect(text).toContain("Yields:");
  expect(words(panel({}, { progress: reading, lastSeen: null }))).not.toContain("41.3 W");
  expect(words(panel())).not.toContain("Last reading");
});

test("the watts of each channel are large, with volts and distortion where a tone is found", () => {
  const text = words(panel());
  expect(text).toContain("A 41.3 W 18.42 V RMS, 0.010 % THD+N");
  expect(text).toContain("B 40.9 W 18.31 V RMS");
  expect(text).not.toContain("18.31 V RMS,");
  expect(text).toContain("about 12 s left 40 %");
  expect(text).toContain("1 more after this.");
});

test("an idle output is shown in volts", () => {
  expect(words(panel({ loadWatts: [0, 0], voltsRms: [71e-6, 70e-6] }))).toContain("A 71 µV RMS");
});

test("guards are shown with their limits; one that is near its limit says so", () => {
  const calm = words(panel());
  expect(calm).toContain("load 41.3 of 200 W");
  expect(calm).toContain("heat sink 38.0 of 75.0 °C");
  expect(calm).toContain("mains 0.900 of 10.0 A");
  expect(calm).not.toContain("near");
  expect(words(panel({ sinkCelsius: 70 }))).toContain("heat sink 70.0 of 75.0 °C, near");
});

test("a sink without a thermometer is shown as predicted; where nothing measures it, that is said", () => {
  const blind = { sinkCelsius: null, predictedSinkCelsius: 47.3 };
  expect(words(panel(blind))).toContain("heat sink, predicted 47.3 of 75.0 °C");
  expect(words(panel(blind))).not.toContain("not seen by anything");
  expect(words(panel({ ...blind, predictedSinkCelsius: 71 }))).toContain("71.0 of 75.0 °C, near");
  expect(words(panel({ ...blind, predictedSinkCelsius: null }))).toContain(
    "not measured here: heat sink",
  );
});

test("a soak has no wave to show: its heat is large instead", () => {
  const text = words(
    panel({
      seconds: 1200,
      sinkCelsius: 41.24,
      glimpse: { seconds: 0.004, volts: [], spectra: [] },
    }),
  );
  expect(text).toMatch(/Heat sink 41\.2 °C after 20 min/);
  expect(text).toContain("not known yet");
  expect(text).not.toContain("dBV");
});

test("a soak that can be predicted says where it ends, how sure that is, and when it is too hot", () => {
  const soaking = { glimpse: { seconds: 0.004, volts: [], spectra: [] }, sinkCelsius: 50 };
  const text = words(
    panel({
      ...soaking,
      outlook: {
        settled: { low: 67, value: 68, high: 70 },
        tooHot: { low: 1500, value: 1620, high: 1800 },
      },
    }),
  );
  expect(text).toMatch(/Steady state \? 68\.0 ± 2\.0 °C/);
  expect(text).toContain("65 °C exceeded after 27 min (25 min to 30 min)");
  const wide = { settled: { low: 50, value: 80, high: 140 }, tooHot: null };
  expect(words(panel({ ...soaking, outlook: wide }))).toContain("not known yet");
});

test("between recordings only the stage is reported", () => {
  const text = words(
    panel({}, { progress: { stage: "Saving the result", doneRatio: 1, playing: null } }),
  );
  expect(text).toContain("Saving the result…");
  expect(text).not.toContain("Guards on");
});

test("wave and spectrum have a channel each in its own dash, and a text for who cannot see them", () => {
  const both = markup(<LiveWave glimpse={playing.glimpse} width={300} height={100} />);
  expect(both.match(/<path/g)).toHaveLength(2);
  expect(both.match(/stroke-dasharray/g)).toHaveLength(1);
  expect(both).toContain("Live output waveform");
  const lines = markup(<LiveSpectrum glimpse={playing.glimpse} width={600} height={200} />);
  expect(lines).toContain("Live spectrum of the output");
  // The axis stands still, whatever plays: silence and 20 V alike begin at 40 dBV.
  expect(lines).toMatch(/>40<\/text>/);
  const silent = {
    ...playing.glimpse,
    spectra: [spectrum.map(([hertz]) => [hertz, 1e-12] as const)],
  };
  const axisOf = (html: string) => [...html.matchAll(/>(−?\d+)<\/text>/g)].map(([, text]) => text);
  expect(axisOf(markup(<LiveSpectrum glimpse={silent} width={600} height={200} />))).toEqual(
    axisOf(lines),
  );
  expect(lines).toMatch(/>10k<\/text>/);
});

test("the strongest line stands highest in the spectrum, and nothing leaves its frame", () => {
  const path =
    /<path d="([^"]+)"/.exec(
      markup(
        <LiveSpectrum
          glimpse={{ ...playing.glimpse, spectra: [spectrum] }}
          width={600}
          height={200}
        />,
      ),
    )?.[1] ?? "";
  const points = [...path.matchAll(/[ML]([\d.]+),([\d.]+)/g)].map(([, x, y]) => [
    Number(x),
    Number(y),
  ]);
  expect(points).toHaveLength(spectrum.length);
  expect(Math.min(...points.map(([, y]) => y))).toBe(points[1][1]);
  for (const [x, y] of points) expect(x >= 0 && x <= 600 && y >= 0 && y <= 200).toBe(true);
});
