/** @jest-environment jsdom */
// A programmable supply by hand: nothing is sent that it cannot give, and what it shows is reported large.
import { render, screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { newNetworkInstrument } from "@/records";
import { provided } from "../testing/provided";
import { HandSupplyPanel } from "./HandSupplyPanel";
import { tellSupply } from "./tellSupply";

jest.mock("./tellSupply", () => ({ tellSupply: jest.fn() }));
const tell = jest.mocked(tellSupply);

const kept = newNetworkInstrument("supply", "supply");
const supply = {
  ...kept,
  profile: { ...kept.profile, numbers: { ...kept.profile.numbers, mostVolts: 32, mostAmperes: 5 } },
};
const shown = () => render(provided(<HandSupplyPanel supply={supply} />));
const type = async (label: string, text: string) => {
  await userEvent.clear(screen.getByLabelText(label));
  if (text) await userEvent.type(screen.getByLabelText(label), text);
};

beforeEach(() => {
  tell.mockReset();
  tell.mockResolvedValue({ reading: { isOn: true, volts: 24, amperes: 0.3 } });
});

test.each([
  ["", "2"],
  ["33", "2"],
  ["0", "2"],
  ["-5", "2"],
  ["much", "2"],
])("%j V is refused beside its field, and the supply is told nothing", async (volts, amperes) => {
  shown();
  await type("Volts", volts);
  await type("Current limit", amperes);
  await userEvent.click(screen.getByText("Set and switch on"));
  expect(await screen.findByText(/^Enter a value above 0, up to 32.V\.$/)).toBeTruthy();
  expect(screen.queryByText(/up to 5/)).toBeNull();
  expect(tell).not.toHaveBeenCalled();
});

test("a current limit beyond the supply's is refused beside its own field", async () => {
  shown();
  await type("Volts", "24");
  await type("Current limit", "6");
  await userEvent.click(screen.getByText("Set and switch on"));
  expect(await screen.findByText(/Enter a value above 0, up to 5/)).toBeTruthy();
  expect(tell).not.toHaveBeenCalled();
});

test("what it can give is set, as written at the bench, and what it shows then stands large", async () => {
  shown();
  await type("Volts", "24,0");
  await type("Current limit", "800m");
  await userEvent.click(screen.getByText("Set and switch on"));
  await waitFor(() => expect(tell).toHaveBeenCalledWith(supply, { volts: 24, amperes: 0.8 }));
  expect(await screen.findByText(/^On/)).toBeTruthy();
  expect(screen.getByText(/^On/).textContent).toMatch(/^On: 24.V, 0\.3.A$/);
});

test("it is switched off and read without a look at the fields; trouble is reported and nothing else", async () => {
  shown();
  await userEvent.click(screen.getByText("Switch off"));
  await waitFor(() => expect(tell).toHaveBeenLastCalledWith(supply, "off"));
  tell.mockResolvedValue({ trouble: "Supply: it did not answer within 2 s." });
  await waitFor(() =>
    expect((screen.getByText("Read").closest("button") as HTMLButtonElement).disabled).toBe(false),
  );
  await userEvent.click(screen.getByText("Read"));
  expect(await screen.findByText("Supply: it did not answer within 2 s.")).toBeTruthy();
  expect(screen.queryByText(/^On/)).toBeNull();
});
