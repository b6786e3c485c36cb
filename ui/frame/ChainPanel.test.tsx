/** @jest-environment jsdom */
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { emptyDocument, emptyWorkshopDocument } from "@/records";
import { chainFacts } from "@/records/facts";
import { amplifier, load } from "@/records/testing/run";
import { provided } from "../testing/provided";
import { ChainPanel } from "./ChainPanel";

let path = "/amplifiers/amp/bench";
const refresh = jest.fn();
jest.mock("next/navigation", () => ({ useRouter: () => ({ refresh }), usePathname: () => path }));

const rig = emptyDocument("rig");
const instruments = emptyWorkshopDocument("instruments");
const facts = chainFacts({
  amplifier,
  loads: [load],
  runs: [],
  details: emptyDocument("details"),
  rig,
  instruments,
});

const sent: unknown[] = [];
const answer = (status: number, body: object) => {
  globalThis.fetch = ((_: string, { body: text }: { body: string }) => {
    sent.push(JSON.parse(text));
    return Promise.resolve({ ok: status < 400, status, json: () => Promise.resolve(body) });
  }) as never;
};

const open = async (name: "probe" | "load") => {
  render(
    provided(
      <ChainPanel name={name} amplifierId="amp" settings={{ facts, rig, instruments }}>
        capsule
      </ChainPanel>,
    ),
  );
  await userEvent.click(screen.getByRole("button", { name: "capsule" }));
};

// What places a popover watches sizes, which this page without a screen has none of.
beforeAll(() => {
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
});
beforeEach(() => {
  sent.length = 0;
  path = "/amplifiers/amp/bench";
});

test("a link opens what it is set to, with the way to all of it", async () => {
  await open("load");
  expect(await screen.findByText("8.210, 8.180 Ω measured")).toBeTruthy();
  expect(screen.getByText("All settings on the Load")).toBeTruthy();
});

test("what is changed there is kept in the rig, and the page is redrawn", async () => {
  answer(200, { revision: 1, frame: null });
  await open("probe");
  await userEvent.selectOptions(
    await screen.findByLabelText("How it is connected"),
    "differential probe",
  );
  expect(sent).toEqual([{ ...rig, probe: "differential probe" }]);
  expect(refresh).toHaveBeenCalled();
});

test("a refusal is reported there, and what was set before stays", async () => {
  answer(507, { message: "The disk is full." });
  await open("probe");
  const choice = await screen.findByLabelText<HTMLSelectElement>("How it is connected");
  await userEvent.selectOptions(choice, "differential probe");
  expect((await screen.findByRole("alert")).textContent).toContain("disk is full");
  expect(choice.value).toBe("grounded probe");
});

test("on the Rig itself nothing is changed twice", async () => {
  path = "/amplifiers/amp/rig";
  await open("probe");
  expect(await screen.findByText("not calibrated")).toBeTruthy();
  expect(screen.queryByLabelText("How it is connected")).toBeNull();
});
