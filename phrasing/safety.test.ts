import { cautionsFor, unconfirmed } from "@/core/safety";
import { cautionReason, cautionTitle } from ".";

const FACTS = {
  topology: "not known",
  kind: "vintage",
  powerWatts: 100,
  loadOhms: 2,
  channelsDriven: 2,
  isBridged: true,
  withSpeaker: true,
  isUnattended: true,
};

test("every caution has a title and a reason with something to do", () => {
  for (const caution of [
    ...cautionsFor(FACTS),
    ...cautionsFor({ ...FACTS, terminals: "bridge-tied" }),
  ]) {
    expect(cautionTitle(caution)).not.toMatch(/undefined|NaN/);
    expect(cautionReason(caution).length).toBeGreaterThan(40);
  }
});

test("what was confirmed with the title that was shown is confirmed; with more volts it is not", () => {
  const cautions = cautionsFor({ ...FACTS, powerWatts: 400 });
  const confirmed = cautions.map((caution) => ({
    code: caution.code,
    title: cautionTitle(caution),
  }));
  expect(unconfirmed(cautions, confirmed)).toEqual([]);
  const stronger = cautionsFor({ ...FACTS, powerWatts: 800 });
  expect(unconfirmed(stronger, confirmed).map(({ code }) => code)).toEqual([
    "high-volts",
    "hot-load",
  ]);
});
