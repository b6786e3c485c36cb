import { stimulusVolts } from "../../signal";
import { amplitudeRatioToDb } from "../../units";
import { initialSettings, RUN_KINDS } from "..";
import { RUN_METHODS } from "../reading";
import { analysed, FACTS, RATE_HZ, recorded, valueOf } from "../testing/recordings";

test("it begins higher each time the amplifier shuts down at the low end, and ends when it holds", () => {
  const { fields } = RUN_KINDS["full-power-response"];
  const { shots } = RUN_METHODS["full-power-response"];
  const planned = shots(initialSettings(fields), FACTS);
  const begins: number[] = [];
  let next = planned.next();
  while (!next.done) {
    const { stimulus } = next.value;
    begins.push(stimulus.kind === "log-sweep" ? stimulus.lowHz : 0);
    next = planned.next(
      recorded([new Float64Array(RATE_HZ)], {
        stimulus,
        events: begins.length < 3 ? [{ seconds: 0.1, event: "relay-opened" }] : [],
      }),
    );
  }
  expect(begins).toEqual([20, 40, 80]);
});

test("a sweep that is played back as it was is flat, within a tenth of a decibel", () => {
  const stimulus = {
    kind: "log-sweep",
    lowHz: 20,
    highHz: 20_000,
    voltsPeak: 1,
    seconds: 2,
  } as const;
  const [channel] = analysed("full-power-response", [
    recorded([stimulusVolts(stimulus, RATE_HZ)], { stimulus }),
  ]);
  expect(Math.abs(amplitudeRatioToDb(valueOf(channel, "lowest")))).toBeLessThan(0.1);
  expect(Math.abs(amplitudeRatioToDb(valueOf(channel, "highest")))).toBeLessThan(0.1);
});
