import { judge, type Evidence } from ".";
import { bursts, sheet, sweep } from "./testing/evidence";

/** What becomes of a line under `softened`, which only looks at what was missed or not tested as printed. */
const outcome = (line: string, ...evidence: Evidence[]) => {
  const { claims, facts } = sheet(line);
  return judge(claims[0], evidence, facts);
};
const EACH = "50 W per channel into 8 ohms, both channels driven, 1 % THD+N";
const ALL = "100 W into 8 ohms, both channels driven, 1 % THD+N";

test("missed with both channels and met with one: that is what it is met with only", () => {
  expect(outcome(EACH, sweep([44, 45]), sweep([58], { channelsDriven: 1 })).outcome).toBe(
    "met-fewer-channels",
  );
  // Both are weak by themselves: their number is not what holds them back.
  expect(outcome(EACH, sweep([44, 45]), sweep([45], { channelsDriven: 1 })).outcome).toBe("missed");
});

test("one channel is weak alike with the other at rest: the strong one alone proves nothing", () => {
  const strongAlone = sweep([58], { channelsDriven: 1 });
  expect(outcome(EACH, sweep([58, 44]), strongAlone).outcome).toBe("missed");
});

test("met only with another setting is said with its name, whichever is looked at first", () => {
  for (const runs of [
    [sweep([44, 45]), sweep([58, 58], { setting: "high supply" })],
    [sweep([58, 58], { setting: "high supply" }), sweep([44, 45])],
  ])
    expect(outcome(EACH, ...runs)).toMatchObject({
      outcome: "met-other-setting",
      only: { code: "setting", setting: "high supply" },
      asPrinted: { status: "missed" },
    });
});

test("met in bursts only; steady power that was never missed is not softened by them", () => {
  expect(outcome(EACH, sweep([44, 45]), bursts([70, 70])).outcome).toBe("met-in-bursts");
  expect(outcome(EACH, bursts([70, 70])).outcome).toBe("not-tested");
});

test("met as the total of all channels, unless it is printed of each", () => {
  expect(outcome(ALL, sweep([58, 58])).outcome).toBe("met-as-total");
  expect(outcome(EACH.replace("50 W", "100 W"), sweep([58, 58])).outcome).toBe("missed");
  expect(outcome(ALL, sweep([44, 44])).outcome).toBe("missed");
});

test("a claim that is met as printed is left as it is", () =>
  expect(outcome(EACH, sweep([58, 58]), bursts([80, 80])).outcome).toBe("met"));
