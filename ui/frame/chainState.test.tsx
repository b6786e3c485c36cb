/** @jest-environment jsdom */
import { act, render, screen } from "@testing-library/react";
import { useEffect } from "react";
import { ChainProvider, useChain, useShownSetup } from "./chainState";

let drawn = 0;
let setLoad: (value: string) => void = () => {};

/** Rests when it goes, as a bench does. */
function Bench() {
  const { chain, setChain, rest } = useChain();
  drawn++;
  useEffect(() => rest, [rest]);
  useEffect(() => {
    setLoad = (value) => setChain({ load: { note: "Load", value } });
  }, [setChain]);
  return <p>{chain.load.value}</p>;
}

test("a change is shown with one drawing, and rests at the end", () => {
  drawn = 0;
  render(
    <ChainProvider atRest={{}}>
      <Bench />
    </ChainProvider>,
  );
  expect(screen.getByText("0 W")).toBeDefined();
  act(() => setLoad("57 W"));
  expect(screen.getByText("57 W")).toBeDefined();
  expect(drawn).toBe(2);
});

function Form({ words }: { words: string }) {
  useShownSetup(words);
  return null;
}
function Shown({ isLive }: { isLive: boolean }) {
  const { chain, setChain } = useChain();
  useEffect(() => {
    if (isLive) setChain({ amplifier: { note: "Amplifier", value: "2 channels driven", isLive } });
  }, [isLive, setChain]);
  return <p>{chain.amplifier.value}</p>;
}

test("the chain shows how the amplifier is set up while a form is there; what plays says itself", () => {
  const chain = (words: string | null, isLive = false) => (
    <ChainProvider atRest={{}}>
      <Shown isLive={isLive} />
      {words !== null && <Form words={words} />}
    </ChainProvider>
  );
  const { rerender } = render(chain("48 V brick, soft clip off"));
  expect(screen.getByText("48 V brick, soft clip off")).toBeDefined();
  rerender(chain(null));
  expect(screen.getByText("at rest")).toBeDefined();
  rerender(chain("48 V brick", true));
  expect(screen.getByText("2 channels driven")).toBeDefined();
});
