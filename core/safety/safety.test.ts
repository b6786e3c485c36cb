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
      .map(({ code, amount }) => [code, amount])
      .slice(0, 2),
  ).toEqual([
    ["high-volts", 28],
    ["hot-load", 200],
  ]);
  expect(codes({ kind: "mini", topology: "class D", powerWatts: 20 })[0]).toBe("earth");
  expect(
    codes({ kind: "mini", topology: "class D", powerWatts: 20, terminals: "one side is earth" }),
  ).not.toContain("earth");
  expect(codes({ terminals: "bridge-tied" })[0]).toBe("bridge-tied");
  expect(codes({ kind: "vintage" })[0]).toBe("first-power-up");
  expect(codes({ loadOhms: 2 })).toContain("low-ohms");
  expect(codes({ isBridged: true })).toContain("bridged");
  expect(codes({ withSpeaker: true, isUnattended: true })).toEqual(
    expect.arrayContaining(["speaker", "unattended"]),
  );
  expect(codes({ powerWatts: 5 })).toEqual(["order", "mains"]);
});

test("what is risky waits for its confirmation", () => {
  const cautions = cautionsFor({ ...home, kind: "vintage" });
  expect(unconfirmed(cautions, []).map(({ code }) => code)).toEqual([
    "first-power-up",
    "high-volts",
    "hot-load",
  ]);
  const confirmed = [
    { code: "first-power-up", title: "First power-up, in whatever words" },
    { code: "high-volts", title: "28 V on the output terminals" },
    { code: "hot-load", title: "200 W of heat in the loads" },
  ];
  expect(unconfirmed(cautions, confirmed)).toEqual([]);
  const stronger = cautionsFor({ ...home, kind: "vintage", powerWatts: 300 });
  expect(unconfirmed(stronger, confirmed).map(({ code }) => code)).toEqual([
    "high-volts",
    "hot-load",
  ]);
});
