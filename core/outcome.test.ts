import { isDoubtful, type Caution } from "./caution";
import { failure, findingText, success } from "./outcome";

test("an outcome is a value, or a finding in one line", () => {
  expect(success(3)).toEqual({ ok: true, value: 3 });
  const outcome = failure("no-signal", "Channel 1", "it is silent.");
  expect(outcome.ok ? "" : findingText(outcome.finding)).toBe("Channel 1: it is silent.");
});

test("a caution that names no figure touches all", () => {
  const of = (...touches: string[]): Caution[] => [{ code: "hum", text: "", touches }];
  expect([
    isDoubtful(of(), "thd"),
    isDoubtful(of("thd"), "thd"),
    isDoubtful(of("sinad"), "thd"),
  ]).toEqual([true, true, false]);
});
