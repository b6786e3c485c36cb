/** What protection and heat need to know of a block. */
export type StageReading = { peakAmperes: number; loadWatts: number; meanVolts: number };

export const readStage = ({
  volts,
  amperes,
}: {
  volts: Float64Array;
  amperes: Float64Array;
}): StageReading => {
  let highest = 0,
    lowest = 0,
    joules = 0,
    sum = 0;
  for (let n = 0; n < volts.length; n++) {
    const current = amperes[n];
    if (current > highest) highest = current;
    if (current < lowest) lowest = current;
    joules += volts[n] * current;
    sum += volts[n];
  }
  return {
    peakAmperes: Math.max(highest, -lowest),
    loadWatts: joules / volts.length,
    meanVolts: sum / volts.length,
  };
};
