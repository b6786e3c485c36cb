/** @jest-environment jsdom */
// What is given of a claim here, and what comes from elsewhere meanwhile.
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { claimsOfSheet, type Given } from "@/records";
import { provided } from "../../testing/provided";
import { ClaimLine } from "./ClaimLine";

// One router all along, as in a page: what is kept on leaving goes by it.
const mockRouter = { refresh: () => {} };
jest.mock("next/navigation", () => ({ useRouter: () => mockRouter }));

const line = (given: Given, revision: number) => {
  const [claim] = claimsOfSheet([], { text: "THD 0.1 %", source: "" });
  return provided(
    <ClaimLine
      claim={{ ...claim, id: "claim", given, revision }}
      sheetSource=""
      details={{ supplies: [], switches: [] }}
      onEdit={() => {}}
      onRemove={() => {}}
    />,
  );
};
const field = (label: string) => screen.getByLabelText<HTMLInputElement>(label);

test("what was filled in elsewhere stands in the fields, where nothing was typed", () => {
  const { rerender } = render(line({}, 1));
  expect(field("Load").value).toBe("");
  rerender(line({ loadOhms: 8, powerWatts: 25 }, 2));
  expect([field("Load").value, field("At power").value]).toEqual(["8", "25"]);
  expect(screen.getByText(/Filled in, not printed/)).toBeTruthy();
});

test("what is being typed stays, whatever comes back of it", async () => {
  const { rerender } = render(line({}, 1));
  await userEvent.type(field("Load"), "8");
  rerender(line({ loadOhms: 8 }, 2));
  await userEvent.type(field("At power"), "5");
  expect(document.activeElement).toBe(field("At power"));
  rerender(line({ loadOhms: 8 }, 2));
  expect([field("Load").value, field("At power").value]).toEqual(["8", "5"]);
});
