import { cautionsFor } from ".";

const home = { topology: "class AB", kind: "home", powerWatts: 100, loadOhms: 8, channelsDriven: 2 };
const titles = (change: Partial<typeof home>) => cautionsFor({ ...home, ...change }).map(({ title }) => title);

test("common practice: cautions follow the facts", () => {
  expect(titles({})).toEqual(["28 V on the output terminals", "200 W of heat in the loads", "Load before power, level down"]);
  expect(titles({ kind: "mini", topology: "class D", powerWatts: 20 })[0]).toBe("Is an output terminal earthed?");
  expect(titles({ kind: "vintage" })[0]).toBe("First power-up of an old amplifier");
  expect(titles({ loadOhms: 2 })).toContain("Low load");
  expect(titles({ powerWatts: 5 })).toEqual(["Load before power, level down"]);
});

test("every caution gives its reason", () => {
  for (const { reason } of cautionsFor({ ...home, kind: "vintage", topology: "not known", loadOhms: 2 })) expect(reason.length).toBeGreaterThan(40);
});
