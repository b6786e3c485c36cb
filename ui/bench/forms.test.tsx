/** @jest-environment jsdom */
// The Bench's forms as they are filled in: each reads its fields by its schema, and says what is wrong beside the field.
import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import {
  detailsSchema,
  NO_SETUP,
  rigSchema,
  takenRunSchema,
  type BenchJob,
  type RunDraft,
} from "@/records";
import { usualSetup } from "@/records/facts";
import { amplifier, power, load } from "@/records/testing/run";
import { sinks } from "@/records/testing/sinks";
import { provided } from "../testing/provided";
import { RunForm } from "./RunForm";
import { TypedIn } from "./TypedIn";

const mockStarted: BenchJob[][] = [];
jest.mock("./engine/BenchEngine", () => ({
  useBenchEngine: () => ({
    state: { job: null },
    start: (jobs: BenchJob[]) => mockStarted.push(jobs),
  }),
}));
// The same reading as in a worker, on this thread.
jest.mock("@/workers/benchClient", () => ({
  callback: <T,>(work: T): T => work,
  startJob: <T,>(work: (worker: object) => Promise<T>) => ({
    finished: work(jest.requireActual<object>("@/pipeline/readRun")),
    cancel: () => {},
  }),
}));
const mockStored: RunDraft[] = [];
jest.mock("./uploadRun", () => ({
  storeRun: async (_: string, run: RunDraft) => {
    mockStored.push(run);
    return run.id;
  },
  UploadFailed: class extends Error {},
}));

beforeEach(() => {
  mockStarted.length = 0;
  mockStored.length = 0;
});

const details = {
  ...detailsSchema.getDefault(),
  switches: [{ name: "tone", positions: "on, off" }],
};
const four = {
  ...load,
  id: "four",
  nominalOhms: 4,
  channels: [4.07, 4.11].map((ohms) => ({ ohms, ohmsExpandedUncertainty: 0.02 })),
};

const fill = async (label: string, text: string): Promise<void> => {
  const field = screen.getByLabelText(label);
  await userEvent.clear(field);
  await userEvent.type(field, text);
};
const valueOf = (label: string): string => screen.getByLabelText<HTMLInputElement>(label).value;
/** The message beside a field. */
const messageBeside = (label: string): string | null =>
  within(screen.getByLabelText(label).closest("[data-part=root]") as HTMLElement).queryByText(
    (_, element) => element?.getAttribute("data-part") === "error-text",
  )?.textContent ?? null;

describe("a run on the simulated bench", () => {
  const show = (kind: "spectrum" | "low-ohm", channelsDriven: number | null = null) =>
    render(
      provided(
        <RunForm
          kind={kind}
          amplifier={amplifier}
          claims={[power]}
          loads={[load, four]}
          details={details}
          firstSetup={usualSetup(details)}
          guards={rigSchema.getDefault().guards}
          channelsDriven={channelsDriven}
          real={null}
          found={[]}
          sinks={sinks}
          onStored={() => {}}
        />,
      ),
    );
  const run = () => userEvent.click(screen.getByRole("button", { name: /^Start run/ }));

  test("planned channels and the fitting load are filled in; low-ohm stress takes the least load", async () => {
    show("spectrum", 1);
    expect(valueOf("Channels driven")).toBe("1");
    expect(valueOf("Load")).toBe("load");
    await run();
    expect(mockStarted).toMatchObject([[{ kind: "spectrum", channelsDriven: 1, loadId: "load" }]]);
  });

  test("one of the outputs, or two of them joined: the run is stored as just that", async () => {
    show("spectrum");
    await fill("Channels driven", "B");
    await run();
    await fill("Channels driven", "1");
    await userEvent.selectOptions(screen.getByLabelText("Outputs"), "bridged");
    await run();
    await userEvent.selectOptions(screen.getByLabelText("Outputs"), "parallel");
    await run();
    expect(mockStarted.map(([job]) => [job.channelsDriven, job.setup?.driven])).toEqual([
      [1, [1]],
      [1, []],
    ]);
    expect(mockStarted[1][0]).toMatchObject({
      setup: { connection: "bridged" },
      setting: "bridged",
    });
    screen.getByText(/cannot connect outputs in parallel/);
  });

  test("low-ohm stress takes the least load that is there", () => {
    show("low-ohm");
    expect(valueOf("Load")).toBe("four");
  });

  test("numbers are read as they are written at a bench", async () => {
    show("spectrum");
    await fill("Tone", "2k");
    await fill("Each channel", "0,5");
    await run();
    expect(mockStarted[0][0].settings).toMatchObject({ frequencyHz: 2000, watts: 0.5 });
  });

  test.each([
    ["Tone", "loud", "Enter a number from 10 to 20000 Hz."],
    ["Tone", "50k", "From 10 to 20000 Hz."],
    ["Channels driven", "3", "From 1 to 2."],
    ["Channels driven", "1,5", "Enter how many, or which: 2, or A, C."],
  ])("%s “%s” is told beside it, stays, and starts nothing", async (label, text, message) => {
    show("spectrum");
    await fill(label, text);
    expect(messageBeside(label)).toBe(message);
    expect(valueOf(label)).toBe(text);
    await run();
    expect(mockStarted).toEqual([]);
    expect(screen.getByRole("alert").textContent).toContain("see the message below its field");
  });

  test("a set: frequencies, settings and repeats make so many runs; too many are refused", async () => {
    show("spectrum");
    await userEvent.click(screen.getByRole("button", { name: "Input, series, repeats" }));
    await fill("Frequencies", "20, 1k, 20k");
    await userEvent.click(screen.getByRole("button", { name: "tone: off" }));
    await userEvent.click(screen.getByRole("button", { name: "default setting" }));
    await fill("Repeats", "2");
    await run();
    expect(mockStarted[0].length).toBe(12);
    expect(new Set(mockStarted[0].map(({ setting }) => setting))).toEqual(
      new Set(["tone: off", ""]),
    );
    await fill("Repeats", "50");
    await run();
    expect(screen.getByRole("alert").textContent).toBe(
      "That makes 300 runs; a set may have up to 100.",
    );
    await fill("Frequencies", "20, loud");
    expect(messageBeside("Frequencies")).toBe("Enter frequencies, such as 20, 1k, 20k.");
  });
});

describe("readings off a meter", () => {
  const show = (
    voltmeter: { name: string; accuracyRatio: number } | null = null,
    kind: "clip-search" | "listening-level" = "clip-search",
  ) =>
    render(
      provided(
        <TypedIn
          kind={kind}
          amplifier={amplifier}
          loads={[load]}
          details={detailsSchema.getDefault()}
          first={{ channelsDriven: 2, setup: NO_SETUP }}
          voltmeter={voltmeter}
          onStored={() => {}}
        />,
      ),
    );
  const keep = () => userEvent.click(screen.getByRole("button", { name: "Save readings" }));
  const voltmeterOf = (k: number) => screen.getAllByLabelText("Voltmeter, just below clipping")[k];

  test("the meter that the rig names is filled in with its accuracy; without one, a usual hand meter's", () => {
    const { unmount } = show({ name: "Yellow bench meter", accuracyRatio: 0.005 });
    expect([valueOf("Meter"), valueOf("Accuracy, ±")]).toEqual(["Yellow bench meter", "0.50 %"]);
    unmount();
    show();
    expect(valueOf("Accuracy, ±")).toBe("1.0 %");
  });

  test("what was read is kept, by Ohm's law; a channel that was not read is left out", async () => {
    show();
    await userEvent.type(voltmeterOf(0), "20,26");
    await keep();
    const [{ result, conditions, source }] = mockStored;
    expect(source).toBe("typed");
    expect(takenRunSchema.isValidSync(mockStored[0])).toBe(true);
    expect(conditions.readWith?.typed).toMatchObject([{ voltsRms: 20.26 }]);
    expect(conditions.channels.length).toBe(1);
    expect(result.channels[0].figures[0].value).toBeCloseTo(20.26 ** 2 / 8.21, 6);
  });

  test("with a loudspeaker the reading is into that, and not into a dummy load", async () => {
    show(null, "listening-level");
    expect(screen.queryByLabelText("Load")).toBeNull();
    await fill("Sound level meter", "85");
    await fill("Distance", "2");
    await fill("Speaker, 2.83 V at 1 m", "88");
    await fill("Speaker, nominal", "6");
    await keep();
    expect(mockStored[0].conditions).toMatchObject({
      nominalOhms: 6,
      channels: [{ loadOhms: 6 }],
    });
  });

  test("the second channel counts where it was read", async () => {
    show();
    await userEvent.type(voltmeterOf(0), "20");
    await userEvent.type(voltmeterOf(1), "19");
    await keep();
    expect(mockStored[0].result.channels.map(({ figures }) => figures[0].value)).toEqual([
      expect.closeTo(20 ** 2 / 8.21, 6),
      expect.closeTo(19 ** 2 / 8.18, 6),
    ]);
  });

  test("nothing typed, nonsense, and an impossible accuracy are reported; what was typed stays", async () => {
    show();
    await keep();
    expect(screen.getByRole("alert").textContent).toContain("Channel 1");
    await userEvent.type(voltmeterOf(0), "much");
    expect(screen.getByText("Enter a number, or leave it empty.")).toBeTruthy();
    await fill("Accuracy, ±", "80 %");
    expect(messageBeside("Accuracy, ±")).toBe("Enter the accuracy of the volts, such as 1 %.");
    await keep();
    expect(mockStored).toEqual([]);
    expect((voltmeterOf(0) as HTMLInputElement).value).toBe("much");
  });
});
