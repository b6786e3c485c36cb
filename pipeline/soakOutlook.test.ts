import { followSoak } from "./soakOutlook";

const watched = (until: number) => {
  const soak = followSoak();
  for (let at = 0; at <= until; at += 30) soak.see(at, 22 + 50 * (1 - Math.exp(-at / 900)), false);
  return soak;
};

test("closed form: it settles at 72 °C, and is too hot after 900 s ln(50 / 7)", () => {
  const outlook = watched(1200).outlook();
  expect(outlook?.settled.value).toBeCloseTo(72, 0);
  expect((outlook?.tooHot?.value ?? 0) / (900 * Math.log(50 / 7))).toBeCloseTo(1, 1);
});

test("too few moments predict nothing, nor does anything after a cut-out", () => {
  expect(watched(90).outlook()).toBeNull();
  const soak = watched(1200);
  soak.see(1230, 60, true);
  soak.see(1260, 58, false);
  expect(soak.outlook()).toBeNull();
});
