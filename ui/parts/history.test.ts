import fc from "fast-check";
import { afterKeeping, stepBack, type History } from "./history";

const keptInTurn = (values: readonly { text: string }[]): History<{ text: string }> =>
  values.slice(1).reduce(afterKeeping, { kept: values[0], past: [] } as History<{ text: string }>);

test("round trip: going back meets every value that was kept, newest first, and then ends", () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ text: fc.string() }), { minLength: 1, maxLength: 40 }),
      (values) => {
        let history: History<{ text: string }> | null = keptInTurn(values);
        for (const value of [...values].reverse()) {
          expect(history?.kept).toBe(value);
          // A step back is kept in its turn, which must not make it a step of its own.
          history = history && stepBack(afterKeeping(history, value), true);
        }
        expect(history).toBeNull();
      },
    ),
  );
});

test("what was not kept is given up first, and no step is lost by it", () => {
  const history = keptInTurn([{ text: "a" }, { text: "b" }]);
  expect(stepBack(history, false)).toEqual(history);
  expect(stepBack(history, true)).toEqual({ kept: { text: "a" }, past: [] });
});

test("typing after going back makes the value gone back to a step", () => {
  const [a, b, c] = [{ text: "a" }, { text: "b" }, { text: "c" }];
  const back = stepBack(keptInTurn([a, b]), true);
  expect(back && afterKeeping(back, c)).toEqual({ kept: c, past: [a] });
});

test("fifty steps are remembered", () => {
  const many = Array.from({ length: 80 }, (_, k) => ({ text: String(k) }));
  expect(keptInTurn(many).past.map(({ text }) => text)).toEqual(
    many.slice(29, 79).map(({ text }) => text),
  );
});
