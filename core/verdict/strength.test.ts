import { STRENGTH } from "./strength";

test("a recording says more than a meter, a meter more than a loudspeaker; a rehearsal counts among its own like a recording", () => {
  expect(STRENGTH.recording).toBeGreaterThan(STRENGTH.meter);
  expect(STRENGTH.meter).toBeGreaterThan(STRENGTH.loudspeaker);
  expect(STRENGTH.simulated).toBe(STRENGTH.recording);
});
