import { AccumulatedHeat } from "./AccumulatedHeat";

test("each load is as warm as it was left; breaker and sink are the amplifier's, whatever the load", () => {
  const felt = new AccumulatedHeat(12);
  expect(felt.before("run")).toEqual({ loadWatts: [], mainsAmperes: 0, sinkKelvin: 12 });
  felt.after("run", { loadWatts: [40, 41], mainsAmperes: 2, sinkKelvin: 20 });
  expect(felt.before("second")).toEqual({ loadWatts: [], mainsAmperes: 2, sinkKelvin: 20 });
  felt.after("second", { loadWatts: [80, 82], mainsAmperes: 3, sinkKelvin: 25 });
  expect(felt.before("run")).toEqual({ loadWatts: [40, 41], mainsAmperes: 3, sinkKelvin: 25 });
});
