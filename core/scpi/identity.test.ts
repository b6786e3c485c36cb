import { isStandIn, STAND_IN } from "./identity";

// IEEE 488.2, 10.14 (*IDN?): maker, model, serial number, firmware, between commas.
test.each([
  [`${STAND_IN},GENERATOR,1`, true],
  [STAND_IN, true],
  ["ACME,STAND-IN,4711,1.0", false],
  ["", false],
  [` ${STAND_IN}`, false],
])("%j stands in: %j", (identity, expected) => expect(isStandIn(identity)).toBe(expected));
