// What the kinds say of themselves, where other rooms count on it.
import { RUN_KINDS } from "..";
import { clipSearch } from "./clipSearch";
import { distortionResponse } from "./distortionResponse";
import { fullPowerResponse } from "./fullPowerResponse";
import { heatSoak } from "./heatSoak";
import { lineOutput } from "./lineOutput";
import { listeningLevel } from "./listeningLevel";
import { lowOhm } from "./lowOhm";
import { mainsDraw } from "./mainsDraw";
import { noiseResponse } from "./noiseResponse";
import { powerSweep } from "./powerSweep";
import { stayingPower } from "./stayingPower";

test("gentle before violent: what strains an amplifier more comes later in a plan", () => {
  const order = [lineOutput, distortionResponse, powerSweep, lowOhm, heatSoak].map(
    ({ plan }) => plan.violence,
  );
  expect(order).toEqual(order.toSorted((a, b) => a - b));
  for (const { plan } of Object.values(RUN_KINDS)) expect(plan.seconds).toBeGreaterThan(0);
});

test("a sweep of power speaks to claims of power; a response at full power to those of response", () => {
  expect(powerSweep.speaksTo).toBe("power");
  expect([fullPowerResponse.speaksTo ?? "response", noiseResponse.hears]).toEqual([
    "response",
    "noise",
  ]);
});

test("heat and mains belong to the whole amplifier, and no sound says anything of either", () => {
  expect([heatSoak.isOfWholeAmplifier, heatSoak.isSoaked]).toEqual([true, true]);
  expect(mainsDraw.isOfWholeAmplifier).toBe(true);
  expect(listeningLevel.takesMeterOnly).toBe(true);
});

test("a search for flat tops wants a steady tone; what becomes of a tone is what staying power is for", () => {
  expect(clipSearch.hears).toBe("one-tone");
  expect([stayingPower.hears, lowOhm.hears]).toEqual(["tone-at-any-level", "tone-at-any-level"]);
});

test("titles are told apart, and each says in a few words what it yields", () => {
  const kinds = Object.values(RUN_KINDS);
  expect(new Set(kinds.map(({ title }) => title)).size).toBe(kinds.length);
  for (const { title, yields } of kinds) {
    expect(title.length).toBeLessThan(30);
    expect(yields.length).toBeGreaterThan(8);
  }
});
