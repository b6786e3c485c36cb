/** @jest-environment jsdom */
// What a line of the sheet leaves out is filled in beside it, and distinguished from what is printed.
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { readClaims } from "@/core/claim";
import { provided } from "../../testing/provided";
import { FillIn } from "./FillIn";

const show = (line: string, filledIn: Record<string, number> = {}) => {
  const kept: object[] = [];
  render(
    provided(
      <FillIn
        claim={readClaims(line).claims[0]}
        filledIn={filledIn}
        onFill={(conditions) => kept.push(conditions)}
      />,
    ),
  );
  return kept;
};

test("only what the line leaves out is asked for; a number is kept as it is typed, in SI units", async () => {
  const kept = show("THD 0.1 %");
  expect(screen.getAllByRole("textbox")).toHaveLength(2);
  await userEvent.type(screen.getByLabelText("At power"), "5");
  await userEvent.type(screen.getByLabelText("Load"), "8");
  expect(kept).toEqual([{ powerWatts: 5 }, { loadOhms: 8 }]);
});

test("an invalid number is reported beside the field, and nothing is kept", async () => {
  const kept = show("Damping factor > 100");
  await userEvent.type(screen.getByLabelText("Load"), "x");
  expect(screen.getByText("Enter a number above zero, or leave it empty.")).toBeTruthy();
  expect(kept).toEqual([]);
});

test("channels are counted", async () => {
  const kept = show("80 W into 4 ohms, 1 % THD");
  await userEvent.type(screen.getByLabelText("Channels driven"), "1.5");
  expect(screen.getByText("Enter a whole number of channels.")).toBeTruthy();
  expect(kept).toEqual([{ channelsDriven: 1 }, { channelsDriven: 1 }]);
});

test("what was filled in stands there, and is taken back by emptying it", async () => {
  const kept = show("Damping factor > 100", { loadOhms: 8 });
  const field = screen.getByLabelText<HTMLInputElement>("Load");
  expect(field.value).toBe("8");
  await userEvent.clear(field);
  expect(kept).toEqual([{}]);
});

test("a line that leaves nothing open asks for nothing", () => {
  show("Gain 26 dB");
  expect(screen.queryAllByRole("textbox")).toHaveLength(0);
});
