/** @jest-environment jsdom */
// What the reviewer has to say of a stored run: a reading that does not count, and what stopped it after all.
import { render, screen, waitFor, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { Remarks, Run } from "@/records";
import { channelOf, figureOf, measuredRun } from "@/records/testing/measuredRun";
import { saveRemarks } from "../parts/saves";
import { provided } from "../testing/provided";
import { RunRemarks } from "./RunRemarks";
import { StopPanel } from "./StopPanel";

const mockRefresh = jest.fn();
jest.mock("next/navigation", () => ({ useRouter: () => ({ refresh: mockRefresh }) }));
jest.mock("../parts/saves", () => ({ saveRemarks: jest.fn() }));
const save = jest.mocked(saveRemarks);

const channel = channelOf([figureOf("power", "watts", 50)]);
const run = measuredRun("clip-search", [channel, channel]);
const kept = (): Remarks => save.mock.calls[0][1];

beforeEach(() => {
  jest.clearAllMocks();
  save.mockResolvedValue({ ok: true, value: {} } as never);
});

describe("a reading that does not count", () => {
  const open = async (given: Run = run) => {
    render(provided(<RunRemarks run={given} />));
    await userEvent.click(screen.getByText("Strike out this run"));
    return screen.findByLabelText("Reason");
  };

  test("without a reason it says so beside the field, and nothing is kept", async () => {
    await open();
    await userEvent.click(screen.getByText("Strike out"));
    expect(await screen.findByText("Enter the reason.")).toBeTruthy();
    expect(save).not.toHaveBeenCalled();
  });

  test("with one it is kept with its time, beside what was said before", async () => {
    const earlier = { channel: "A", reason: "operator", note: "pulled the plug", at: "before" };
    const said = { ...run, remarks: { struck: null, overruled: [earlier] } };
    await userEvent.type(await open(said), "  a lead had come off  ");
    await userEvent.click(screen.getByText("Strike out"));
    await waitFor(() => expect(mockRefresh).toHaveBeenCalled());
    expect(kept()).toEqual({
      struck: { reason: "a lead had come off", at: expect.stringMatching(/^\d{4}-\d\d-\d\dT/) },
      overruled: [earlier],
    });
    expect(screen.getByText("Strike out this run")).toBeTruthy();
  });

  test("what the server has to say stands there, and what was typed stays", async () => {
    save.mockResolvedValue({ ok: false, errors: { "": "The disk is full." } } as never);
    const field = await open();
    await userEvent.type(field, "a lead had come off");
    await userEvent.click(screen.getByText("Strike out"));
    expect(await screen.findByText("The disk is full.")).toBeTruthy();
    expect((field as HTMLInputElement).value).toBe("a lead had come off");
  });

  test("one that was struck out counts again", async () => {
    const struck = { reason: "a lead had come off", at: "2026-11-25T10:00:00.000Z" };
    render(provided(<RunRemarks run={{ ...run, remarks: { struck, overruled: [] } }} />));
    expect(screen.getByText("a lead had come off", { exact: false })).toBeTruthy();
    await userEvent.click(screen.getByText("Include again"));
    await waitFor(() => expect(save).toHaveBeenCalled());
    expect(kept().struck).toBeNull();
  });
});

describe("what stopped it after all", () => {
  const stop = { reason: "rail-voltage", evidence: "Both halves clip.", picture: null } as const;
  const open = async (stops = [stop, stop]) => {
    render(provided(<StopPanel run={run} stops={stops} />));
    await userEvent.click(screen.getAllByText("Correct this")[0]);
    return within(await screen.findByRole("form", { name: "What stopped it" }));
  };

  test("it begins with what the reading said, and asks what makes one sure", async () => {
    const form = await open();
    expect((form.getByLabelText("What stopped it") as HTMLSelectElement).value).toBe(
      "rail-voltage",
    );
    await userEvent.click(form.getByText("Save judgement"));
    expect(await form.findByText("Enter your evidence.")).toBeTruthy();
    expect(save).not.toHaveBeenCalled();
  });

  test("a reason that both channels share is overruled for both", async () => {
    const form = await open();
    await userEvent.selectOptions(form.getByLabelText("What stopped it"), "breaker");
    await userEvent.type(form.getByLabelText("Evidence"), "the lights went out");
    await userEvent.click(form.getByText("Save judgement"));
    await waitFor(() => expect(save).toHaveBeenCalled());
    const said = { reason: "breaker", note: "the lights went out" };
    expect(kept().overruled).toEqual([
      expect.objectContaining({ channel: "A", ...said }),
      expect.objectContaining({ channel: "B", ...said }),
    ]);
  });

  test("where the channels stopped otherwise, one is overruled and the other is left", async () => {
    const form = await open([stop, { ...stop, reason: "level-reached" as never }]);
    await userEvent.type(form.getByLabelText("Evidence"), "I saw the supply");
    await userEvent.click(form.getByText("Save judgement"));
    await waitFor(() => expect(save).toHaveBeenCalled());
    expect(kept().overruled.map(({ channel: letter }) => letter)).toEqual(["A"]);
  });
});
