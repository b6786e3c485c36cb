import { readClaims } from "@/core/claim";
import { dbToAmplitudeRatio } from "@/core/units";
import type { Run } from "@/records";
import { channelOf, figureOf, measuredRun } from "@/records/testing/measuredRun";
import { amplifier } from "@/records/testing/run";
import { words, markup } from "../testing/shown";
import { RunView } from "./RunView";

jest.mock("next/navigation", () => ({ useRouter: () => ({ refresh: () => {} }) }));

const level = (name: string, db: number, stdUncertainty: number | null = null) =>
  figureOf(name, "level-ratio", dbToAmplitudeRatio(db), stdUncertainty);
const response = (name: string) =>
  ({
    name,
    label: "resistor",
    x: "hertz",
    y: "level-ratio",
    points: [
      [20, 0.99],
      [1000, 1],
      [20_000, 0.98],
    ],
  }) as const;
const run = measuredRun("response", [
  channelOf([level("lowest", -0.17), level("highest", 0), figureOf("low-3-db", "hertz", 9.2)], {
    curves: [response("magnitude-run")],
    summary: "It stays within 0.2 dB.",
  }),
  channelOf([level("lowest", -0.21), level("highest", 0)], {
    curves: [response("magnitude-run")],
    summary: "It stays within 0.3 dB.",
  }),
]);
const view = (change: Partial<Run> = {}, claims: ReturnType<typeof readClaims>["claims"] = []) => (
  <RunView
    run={{ ...run, ...change } as Run}
    runs={[]}
    before={null}
    amplifier={amplifier}
    details={{ supplies: [], switches: [] }}
    loads={[]}
    claims={[]}
    stated={claims}
    claimedWatts={null}
  />
);

test("the main reading of each channel is large; the other readings stand in a table, a column a channel", () => {
  const text = words(view());
  expect(text).toMatch(/lowest A −0\.17 dB B −0\.21 dB It stays within 0\.2 dB\./);
  expect(text).toMatch(/A B highest 0\.00 dB 0\.00 dB low-3-db 9\.2 Hz/);
});

test("the printed claim is reported with how it comes out", () => {
  expect(
    words(view({}, readClaims("Frequency response 20 Hz - 20 kHz +0.5/-0.5 dB").claims)),
  ).toContain("Claim “Frequency response 20 Hz - 20 kHz +0.5/-0.5 dB”: met");
  expect(
    words(view({}, readClaims("Frequency response 20 Hz - 20 kHz +0.1/-0.1 dB").claims)),
  ).toContain("not met");
  expect(
    words(view({}, readClaims("Frequency response 2 Hz - 20 kHz +0.5/-0.5 dB").claims)),
  ).toContain(": not tested");
});

test("why it stopped has its evidence and may be judged otherwise; a reason that both channels share is reported once", () => {
  const text = words(view());
  expect(text).toContain("Requested level reached");
  expect(text.match(/It played the tone/g)).toHaveLength(1);
  expect(text).toContain("Correct this");
  const guarded = {
    reason: "load-guard",
    evidence: "The load takes 210 W; it is made for 200 W.",
    picture: response("picture"),
  } as const;
  const stopped = markup(
    view({
      result: {
        kind: "response",
        channels: run.result.channels.map((channel) => ({ ...channel, stop: guarded })),
      },
    }),
  );
  expect(stopped).toContain("Stopped by the load guard");
  expect(stopped).toContain('aria-label="Evidence: resistor"');
});

test("channels that stopped for different reasons are distinguished", () => {
  const [one, two] = run.result.channels;
  const text = words(
    view({
      result: {
        kind: "response",
        channels: [
          one,
          {
            ...two,
            stop: { reason: "output-protection", evidence: "Its relay opened.", picture: null },
          },
        ],
      },
    }),
  );
  expect(text).toContain("Requested level reached");
  expect(text).toContain("B: Its relay opened.");
});

test("what the reviewer judged goes first, and the reading's own reason stays", () => {
  const text = words(
    view({
      remarks: {
        struck: null,
        overruled: [
          { channel: "A", reason: "operator", note: "I pulled the plug", at: "" },
          { channel: "B", reason: "operator", note: "I pulled the plug", at: "" },
        ],
      },
    }),
  );
  expect(text).toContain("Stopped by the reviewer");
  expect(text).toContain("I pulled the plug");
  expect(text).toContain("From the reading alone: requested level reached.");
});

test("a reading that was struck out says why and can count again", () => {
  const text = words(
    view({ remarks: { struck: { reason: "a lead had come off", at: "" }, overruled: [] } }),
  );
  expect(text).toContain("Excluded: a lead had come off");
  expect(text).toContain("Include again");
  expect(text).not.toContain("Strike out this run");
});

test("a recording can be looked at where there is one", () => {
  expect(words(view())).not.toContain("Recording");
  expect(
    words(view({ captures: [{ sha256: "ab".repeat(32), fileName: "a.wav", fullScaleVolts: 80 }] })),
  ).toContain("Recording");
});
