import { cautionsFor, unconfirmed, type SafetyFacts } from ".";

const home: SafetyFacts = {
  topology: "class AB",
  kind: "home",
  powerWatts: 100,
  loadOhms: 8,
  channelsDriven: 2,
};
const codes = (change: Partial<SafetyFacts>) =>
  cautionsFor({ ...home, ...change }).map(({ code }) => code);

test("common practice: cautions follow the facts", () => {
  expect(
    cautionsFor(home)
      .map(({ title }) => title)
      .slice(0, 2),
  ).toEqual(["28 V on the output terminals", "200 W of heat in the loads"]);
  expect(codes({ kind: "mini", topology: "class D", powerWatts: 20 })[0]).toBe("earth");
  expect(
    codes({ kind: "mini", topology: "class D", powerWatts: 20, terminals: "one side is earth" }),
  ).not.toContain("earth");
  expect(codes({ terminals: "bridge-tied" })[0]).toBe("earth");
  expect(codes({ kind: "vintage" })[0]).toBe("first-power-up");
  expect(codes({ loadOhms: 2 })).toContain("low-ohms");
  expect(codes({ isBridged: true })).toContain("bridged");
  expect(codes({ withSpeaker: true, isUnattended: true })).toEqual(
    expect.arrayContaining(["speaker", "unattended"]),
  );
  expect(codes({ powerWatts: 5 })).toEqual(["order", "mains"]);
});

test("every caution gives its reason", () => {
  for (const { reason } of cautionsFor({
    ...home,
    kind: "vintage",
    topology: "not known",
    loadOhms: 2,
    isBridged: true,
    withSpeaker: true,
    isUnattended: true,
  }))
    expect(reason.length).toBeGreaterThan(40);
});

test("what is risky waits for its confirmation", () => {
  const cautions = cautionsFor({ ...home, kind: "vintage" });
  expect(unconfirmed(cautions, []).map(({ code }) => code)).toEqual([
    "first-power-up",
    "high-volts",
    "hot-load",
  ]);
  expect(unconfirmed(cautions, cautions)).toEqual([]);
  const stronger = cautionsFor({ ...home, kind: "vintage", powerWatts: 300 });
  expect(unconfirmed(stronger, cautions).map(({ code }) => code)).toEqual([
    "high-volts",
    "hot-load",
  ]);
});
