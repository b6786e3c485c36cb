/** @jest-environment jsdom */
import { act, render, screen } from "@testing-library/react";
import { useEffect } from "react";
import { ChainProvider, useChain } from "./chainState";

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
