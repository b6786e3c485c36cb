/** @jest-environment jsdom */
import { render, screen } from "@testing-library/react";
import type { MeasuredSupply } from "@/records/facts";
import { provided } from "../testing/provided";
import { OtherSupplies } from "./OtherSupplies";

const supply = (name: string, runId: string, watts: number) =>
  ({
    name,
    outputs: [{ runId, nominalOhms: 4, channelsDriven: 2, loadOhms: 4, watts, stdWatts: 0.2 }],
  }) as unknown as MeasuredSupply;
const SUPPLIES = [supply("small", "a", 20), supply("big", "b", 40)];

test("a run on one supply is shown beside the same run on the other", () => {
  render(provided(<OtherSupplies run={{ id: "a" }} supplies={SUPPLIES} labels={[]} />));
  // Twice the watts are 3.0 dB.
  expect(screen.getByTestId("other-supplies").textContent).toBe(
    "With small 20.0 W at 1 %, with big 40.0 W: +3.0 dB, plainly audible.",
  );
});

test("a run that tells no output of a supply, or is the only one, says nothing", () => {
  const { container } = render(
    provided(
      <>
        <OtherSupplies run={{ id: "c" }} supplies={SUPPLIES} labels={[]} />
        <OtherSupplies run={{ id: "a" }} supplies={SUPPLIES.slice(0, 1)} labels={[]} />
      </>,
    ),
  );
  expect(container.textContent).toBe("");
});
