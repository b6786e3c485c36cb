import { amplitudeRatioToDb } from "../../units";
import { testOfCaptures, truthOf } from "../../testing/referenceCapture";
import { analysed, captureAs, recorded, tone, valueOf } from "../testing/recordings";

test("output that holds is ended by the rails, and by the model it would hold for ever", () => {
  const [channel] = analysed("staying-power", [recorded([tone(20, 1000, 1.5)])]);
  expect(channel.stop.reason).toBe("rail-voltage");
  expect(valueOf(channel, "held-longest")).toBeCloseTo(25, 2);
  expect(amplitudeRatioToDb(valueOf(channel, "store"))).toBeCloseTo(0, 3);
});

testOfCaptures(
  "a tone held past its limit falls by what its truth says, and the supply is named",
  () => {
    const { truth } = truthOf("b_3R97_sustained");
    const channel = captureAs("b_3R97_sustained", "staying-power");
    expect(channel.stop.reason).toBe("supply-power-or-current");
    expect(truth.drop_db).toBeCloseTo(-2.365, 3);
    expect(amplitudeRatioToDb(valueOf(channel, "store"))).toBeCloseTo(truth.drop_db, 1);
    expect(valueOf(channel, "held-0.02")).toBeCloseTo(truth.power_w_first_20_cycles, 0);
  },
);
