import { readTyped } from "../reading";
import { load } from "../testing/recordings";

test("88 dB at 1 m from a speaker of 88 dB take 2.83 V: 1 W into 8 ohm", () => {
  const typed = { levelDb: 88, metres: 1, sensitivityDb: 88, ohms: 8 };
  expect(readTyped("listening-level", [typed], [load(8)])).toMatchObject({
    ok: true,
    value: [
      { figures: [{ value: expect.closeTo(1, 6) }, { value: expect.closeTo(Math.sqrt(8), 6) }] },
    ],
  });
});

test("twice as far takes four times the power", () => {
  const typed = { levelDb: 88, metres: 2, sensitivityDb: 88, ohms: 8 };
  expect(readTyped("listening-level", [typed], [load(8)])).toMatchObject({
    ok: true,
    value: [{ figures: [{ value: expect.closeTo(4, 1) }, {}] }],
  });
});
