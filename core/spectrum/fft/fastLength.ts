/**
 * The longest transform length that is not above sampleCount: even, of the form 2^a 3^b 5^c, so that the
 * transform is quick. At most about 1 % of the samples are left out from 1024 samples upwards.
 * @param sampleCount at least 2
 */
export const fastLength = (sampleCount: number): number => {
  let best = 2;
  for (let five = 1; five * 2 <= sampleCount; five *= 5)
    for (let three = five; three * 2 <= sampleCount; three *= 3) {
      const length = three * 2 ** Math.floor(Math.log2(sampleCount / three));
      if (length > best && length <= sampleCount && length % 2 === 0) best = length;
    }
  return best;
};
