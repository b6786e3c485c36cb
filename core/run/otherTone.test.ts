import { otherTone } from "./otherTone";

test("what two channels of one recorder hear of a tone is the same within a little; more is another tone, and both are reported", () => {
  expect(otherTone(1000, 1000.2)).toBeNull();
  expect(otherTone(1000, 999.8)).toBeNull();
  expect(otherTone(1000, 1001)).toMatchObject({
    ok: false,
    finding: { code: "channel-mismatch", advice: expect.stringContaining("1.001 kHz") },
  });
});
