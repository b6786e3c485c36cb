/** @jest-environment jsdom */
import { act, render, screen } from "@testing-library/react";
import type { AudioFault } from "@/bench/audio/messages";
import { AudioProvider, useAudio } from "./AudioProvider";
import type { OpenInterface } from "./openInterface";

type Opening = { fault(fault: AudioFault): void; opened(device: OpenInterface): void };
const openings: Opening[] = [];

function Opener() {
  const { state, open, close } = useAudio();
  const how = (onFault: Opening["fault"]) =>
    new Promise<OpenInterface>((opened) => openings.push({ fault: onFault, opened }));
  return (
    <>
      <output>{state.status}</output>
      <button onClick={() => void open(how)}>Open</button>
      <button onClick={close}>Close</button>
    </>
  );
}
const deviceOf = () => ({ close: jest.fn(), mute: jest.fn() }) as unknown as OpenInterface;
const show = () =>
  render(
    <AudioProvider>
      <Opener />
    </AudioProvider>,
  );
const press = (name = "Open") => act(async () => screen.getByRole("button", { name }).click());
const status = () => screen.getByRole("status").textContent;
const answer = (k: number, device: OpenInterface) => act(async () => openings[k].opened(device));
beforeEach(() => {
  openings.length = 0;
});

test("an interface that opens after the page was left is closed at once", async () => {
  const { unmount } = show();
  await press();
  unmount();
  const late = deviceOf();
  await answer(0, late);
  expect(late.close).toHaveBeenCalledTimes(1);
});

test("of two that are opened one after the other only the second stays, whichever answers first", async () => {
  show();
  await press();
  await press();
  const [first, second] = [deviceOf(), deviceOf()];
  await answer(1, second);
  await answer(0, first);
  expect(first.close).toHaveBeenCalledTimes(1);
  expect(second.close).not.toHaveBeenCalled();
  // What befalls the one that was given up is nothing to the other.
  await act(async () => openings[0].fault("device-lost"));
  expect(second.close).not.toHaveBeenCalled();
  expect(status()).toBe("open");
  await act(async () => openings[1].fault("device-lost"));
  expect(second.close).toHaveBeenCalledTimes(1);
  expect(status()).toBe("failed");
});

test("one that is closed while it opens stays closed", async () => {
  show();
  await press();
  await press("Close");
  const late = deviceOf();
  await answer(0, late);
  expect(late.close).toHaveBeenCalledTimes(1);
  expect(status()).toBe("closed");
});
