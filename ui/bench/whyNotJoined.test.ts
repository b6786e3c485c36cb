import { whyNotJoined } from "./whyNotJoined";

const caution = { code: "bridged", title: "Neither terminal is at earth", at: "2026-12-02" };

test.each([
  ["normal", false, [], null],
  ["normal", true, [], null],
  ["bridged", true, [], null],
  ["bridged", false, [caution], null],
  ["bridged", false, [], /confirm its caution/],
  ["parallel", true, [], /cannot connect outputs in parallel/],
  ["parallel", false, [], null],
] as const)("%s, simulated: %s", (connection, isSimulated, confirmations, words) => {
  const why = whyNotJoined({ isSimulated, confirmations }, { connection });
  if (words === null) expect(why).toBeNull();
  else expect(why).toMatch(words);
});
