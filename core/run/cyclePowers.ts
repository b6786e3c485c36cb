/** Power of each cycle from the first that has reached full level. */
export const cyclePowers = (
  volts: Float64Array,
  sampleRateHz: number,
  frequencyHz: number,
  loadOhms: number,
): number[] => {
  const samples = sampleRateHz / frequencyHz;
  const powers: number[] = [];
  for (let cycle = 0; (cycle + 1) * samples <= volts.length; cycle++) {
    const from = Math.round(cycle * samples),
      to = Math.round((cycle + 1) * samples);
    let squares = 0;
    for (let n = from; n < to; n++) squares += volts[n] ** 2;
    powers.push(squares / (to - from) / loadOhms);
  }
  const most = powers.reduce((high, watts) => Math.max(high, watts), 0);
  const begins = powers.findIndex((watts) => watts > 0.8 * most);
  const ends = powers.findLastIndex((watts) => watts > 0.05 * most) - 12;
  return powers.slice(Math.max(0, begins), Math.max(begins + 3, ends));
};
