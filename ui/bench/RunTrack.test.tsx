import { entryOf } from "@/records";
import { runOf } from "@/records/testing/run";
import { channelOf, figureOf, measuredRun } from "@/records/testing/measuredRun";
import { markup, words } from "../testing/shown";
import { RunTrack } from "./RunTrack";

const runs = [
  measuredRun("spectrum", [channelOf([figureOf("sinad", "level-ratio", 1000)])], {
    id: "a",
    takenAt: "2026-11-25T10:05:00",
  }),
  measuredRun("noise", [channelOf([])], {
    id: "b",
    takenAt: "2026-11-25T09:00:00",
    remarks: { struck: { reason: "a lead had come off", at: "" }, overruled: [] },
  }),
  runOf([50, 48], { id: "c", takenAt: "2026-11-24T18:30:00" }),
];
const track = (chosenId: string | null) => (
  <RunTrack runs={runs.map(entryOf)} chosenId={chosenId} onChoose={() => {}} />
);

test("each run with what it is, into which load, and when", () => {
  const text = words(track("a"));
  expect(text).toContain("Spectrum, 8 Ω 25 Nov 10:05, one channel driven");
  expect(text).toContain("Power sweep, 8 Ω 24 Nov 18:30, both channels driven");
});

test("a run that was struck out stays, and says so", () => {
  expect(words(track("a"))).toContain("Noise and hum, 8 Ω 25 Nov 09:00, struck out");
  expect(markup(track("a")).match(/<li/g)).toHaveLength(3);
});

test("only the chosen one is current", () => {
  expect(markup(track("c")).match(/aria-current="true"/g)).toHaveLength(1);
  expect(markup(track(null))).not.toContain('aria-current="true"');
});

test("of many runs those around the chosen one are in sight, and the others a step away", () => {
  const many = Array.from({ length: 60 }, (_, k) => entryOf(runOf([50], { id: `run-${k}` })));
  const html = words(<RunTrack runs={many} chosenId="run-30" onChoose={() => {}} />);
  expect(html).toContain("24 newer");
  expect(html).toContain("12 older");
  expect(html.match(/Power sweep/g)).toHaveLength(24);
});
