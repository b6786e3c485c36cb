// What the kinds say of themselves, where other rooms count on it.
import { RUN_KINDS } from "..";
import { clipSearchKind } from "./clipSearch";
import { distortionResponseKind } from "./distortionResponse";
import { fullPowerResponseKind } from "./fullPowerResponse";
import { heatSoakKind } from "./heatSoak";
import { lineOutputKind } from "./lineOutput";
import { listeningLevelKind } from "./listeningLevel";
import { lowOhmKind } from "./lowOhm";
import { mainsDrawKind } from "./mainsDraw";
import { noiseResponseKind } from "./noiseResponse";
import { powerSweepKind } from "./powerSweep";
import { stayingPowerKind } from "./stayingPower";

test("gentle before violent: what strains an amplifier more comes later in a plan", () => {
  const order = [
    lineOutputKind,
    distortionResponseKind,
    powerSweepKind,
    lowOhmKind,
    heatSoakKind,
  ].map(({ plan }) => plan.violence);
  expect(order).toEqual(order.toSorted((a, b) => a - b));
  for (const { plan } of Object.values(RUN_KINDS)) expect(plan.seconds).toBeGreaterThan(0);
});

test("a sweep of power tests claims of power; a response at full power to those of response", () => {
  expect(powerSweepKind.speaksTo).toBe("power");
  expect([fullPowerResponseKind.speaksTo ?? "response", noiseResponseKind.hears]).toEqual([
    "response",
    "noise",
  ]);
});

test("heat and mains belong to the whole amplifier, and no sound says anything of either", () => {
  expect([heatSoakKind.isOfWholeAmplifier, heatSoakKind.isSoaked]).toEqual([true, true]);
  expect(mainsDrawKind.isOfWholeAmplifier).toBe(true);
  expect(listeningLevelKind.takesMeterOnly).toBe(true);
});

test("a search for flat tops wants a steady tone; what becomes of a tone is what staying power is for", () => {
  expect(clipSearchKind.hears).toBe("one-tone");
  expect([stayingPowerKind.hears, lowOhmKind.hears]).toEqual([
    "tone-at-any-level",
    "tone-at-any-level",
  ]);
});

test("titles are distinguished, and each says in a few words what it yields", () => {
  const kinds = Object.values(RUN_KINDS);
  expect(new Set(kinds.map(({ title }) => title)).size).toBe(kinds.length);
  for (const { title, yields } of kinds) {
    expect(title.length).toBeLessThan(30);
    expect(yields.length).toBeGreaterThan(8);
  }
});
