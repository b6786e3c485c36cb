/** @jest-environment jsdom */
// A file as the reviewer confirms it: a record that does not say how it was sampled, and a logger's probes.
import { fireEvent, render, screen, within } from "@testing-library/react";
import { TextDecoder as NodeTextDecoder } from "node:util";
import { factsOf, openFile, rateQuestionOf } from "@/pipeline/openFile";
import { provided } from "../../testing/provided";
import { FileForm } from "./FileForm";
import { fileEntry } from "./testing/fileEntry";
import type { FileEntry } from "./useFiles";

// Browsers have it; the page that the tests make up does not.
Object.assign(globalThis, { TextDecoder: NodeTextDecoder });

const bytesOf = (text: string) => Uint8Array.from(Buffer.from(text, "utf8"));
const shown = (given: FileEntry) => {
  const changes: Partial<FileEntry>[] = [];
  let reopened = 0;
  render(
    provided(
      <FileForm
        entry={given}
        outputCount={2}
        onChange={(to) => changes.push(to)}
        onReopen={() => reopened++}
        onRemove={() => {}}
      />,
    ),
  );
  return { changes, reopened: () => reopened };
};

test("a record without a unit of time: its first lines, what it may be, and what the tone in it would be", () => {
  const text = [
    "t;U",
    ...Array.from(
      { length: 500 },
      (_, k) => `${(0.02 * k).toFixed(2)};${Math.sin((2 * Math.PI * k) / 50).toFixed(4)}`,
    ),
  ].join("\n");
  const outcome = openFile("one.csv", bytesOf(text), null);
  expect(outcome).toMatchObject({ ok: false, finding: { where: "Time" } });
  const { changes, reopened } = shown(
    fileEntry({
      state: "failed",
      message: "Time: it does not state",
      question: rateQuestionOf(bytesOf(text)),
      sampleRate: "50000",
    }),
  );
  const asked = within(screen.getByRole("group", { name: "Sample rate of one.csv" }));
  expect(asked.getByText(/0\.02;/)).toBeTruthy();
  expect(asked.getByText("At this rate its tone is 1 kHz.")).toBeTruthy();
  fireEvent.click(asked.getByRole("button", { name: "50 Hz, if its time is in seconds" }));
  expect(changes).toContainEqual({ sampleRate: "50" });
  fireEvent.click(asked.getByRole("button", { name: "Open" }));
  expect(reopened()).toBe(1);
});

test("a rate at which no amplifier is tested is named as that, beside the field", () => {
  shown(
    fileEntry({
      state: "failed",
      question: { firstLines: ["0;0"], suggestions: [], cyclesASample: 0.02 },
      sampleRate: "50",
    }),
  );
  expect(screen.getByText(/would be 1 Hz, which is not a test frequency/)).toBeTruthy();
});

test("a logger's file: its probes are where their names say, and can be moved", () => {
  const rows = Array.from({ length: 20 }, (_, k) => `${60 * k},${22 + k},${21 + k / 2}`);
  const outcome = openFile(
    "soak.csv",
    bytesOf(["Seconds,Sink (°C),Case (°C)", ...rows].join("\n")),
    null,
  );
  if (!outcome.ok) throw new Error(outcome.finding.advice);
  const { changes } = shown(
    fileEntry({
      fileName: "soak.csv",
      opened: factsOf(outcome.value),
      kind: outcome.value.guess.kind,
      places: { sink: 0, casing: 1, load: null },
    }),
  );
  expect(screen.getByText(/temperatures of 2 probes over 19.0 min/)).toBeTruthy();
  expect((screen.getByLabelText("On the heat sink") as HTMLSelectElement).value).toBe("0");
  expect(screen.queryByLabelText(/Full scale/)).toBeNull();
  fireEvent.change(screen.getByLabelText("On the load"), { target: { value: "1" } });
  expect(changes).toContainEqual({ places: { sink: 0, casing: 1, load: 1 } });
});
