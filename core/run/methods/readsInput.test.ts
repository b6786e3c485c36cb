import { completeSettings, RUN_KIND_NAMES, RUN_KINDS } from "..";
import { RUN_METHODS } from "../reading";

test.each(
  RUN_KIND_NAMES.filter((kind) => !RUN_METHODS[kind].soak && !RUN_KINDS[kind].takesMeterOnly),
)("%s says of itself whether it reads the amplifier's input", (kind) => {
  const { fields, readsInput = false } = RUN_KINDS[kind];
  const first = RUN_METHODS[kind]
    .shots(completeSettings(fields, {}), {
      channelCount: 2,
      loadOhms: 8,
      gainRatio: 20,
      mostDriveVoltsRms: 2,
      limitDriveVoltsRms: 1,
      ratedWatts: 40,
      sampleRateHz: 96_000,
    })
    .next();
  if (first.done) throw new Error(`${kind} records nothing`);
  expect(first.value.recordsInput).toBe(readsInput);
});
