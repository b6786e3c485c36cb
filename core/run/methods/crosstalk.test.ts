import { stimulusVolts } from "../../signal";
import { amplitudeRatioToDb } from "../../units";
import { analysed, findingOf, RATE_HZ, recorded, tone, valueOf } from "../testing/recordings";

const stimulus = { kind: "frequency-list", frequencies: [250, 1000, 4000], voltsPeak: 1 } as const;
const driven = stimulusVolts(stimulus, RATE_HZ);

test("each way, each channel driven in turn", () => {
  const channels = analysed("crosstalk", [
    recorded([driven, driven.map((value) => 0.001 * value)], { stimulus }),
    recorded([driven.map((value) => 0.01 * value), driven], { stimulus }),
  ]);
  expect(channels.map((channel) => amplitudeRatioToDb(valueOf(channel, "at-1000")))).toEqual([
    expect.closeTo(-40, 3),
    expect.closeTo(-60, 3),
  ]);
});

test("a channel that only played has nothing to tell, and says so", () => {
  const channels = analysed("crosstalk", [
    recorded([driven, driven.map((value) => 0.001 * value)], { stimulus }),
  ]);
  expect(channels[0].figures).toEqual([]);
  expect(channels[0].summary).toContain("driven only");
});

test("one channel alone cannot leak", () =>
  expect(findingOf("crosstalk", [recorded([tone(1, 1000)])])).toBe("channel-mismatch"));
