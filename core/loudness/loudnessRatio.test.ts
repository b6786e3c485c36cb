import { LOUDNESS_SCHOOLS, loudnessRatio } from ".";

// ISO 532-1: one sone at 40 phon, two at 50, four at 60.
test.each([
  [10, 2, 3.17],
  [20, 4, 10.08],
  [-10, 0.5, 0.315],
  [0, 1, 1],
])("%d dB are %d times as loud by the textbook, %d times by the workshop's rule", (...row) => {
  const [decibels, textbook, workshop] = row;
  expect(loudnessRatio(decibels, LOUDNESS_SCHOOLS[0])).toBeCloseTo(textbook, 9);
  expect(loudnessRatio(decibels, LOUDNESS_SCHOOLS[1])).toBeCloseTo(workshop, 2);
});
