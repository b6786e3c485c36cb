/** @jest-environment jsdom */
import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { KeysProvider, useKeys, useKnownKeys } from "./keys";

let drawn = 0;

/** Hands over a new list with every drawing, as screens do. */
function Counter() {
  const [count, setCount] = useState(0);
  drawn++;
  useKeys([{ key: "c", label: "Count", run: () => setCount(count + 1) }]);
  return <p>counted {count}</p>;
}
function Known() {
  return (
    <p>
      keys:{" "}
      {useKnownKeys()
        .map(({ label }) => label)
        .join(", ")}
    </p>
  );
}
const page = (
  <KeysProvider>
    <Counter />
    <Known />
    <input aria-label="words" />
  </KeysProvider>
);

test("a key does what the newest drawing says, and a screen is not drawn again for having keys", async () => {
  drawn = 0;
  render(page);
  const user = userEvent.setup();
  await user.keyboard("ccc");
  expect(screen.getByText("counted 3")).toBeDefined();
  expect(screen.getByText("keys: Count")).toBeDefined();
  // Once at first, and once for each count.
  expect(drawn).toBe(4);
});

test("what is typed into a field is no key", async () => {
  render(page);
  await userEvent.setup().type(screen.getByLabelText("words"), "cc");
  expect(screen.getByText("counted 0")).toBeDefined();
});
