import { durationText } from "./durationText";

test.each([
  [0.4, "0 s"],
  [48, "48 s"],
  [60, "1 min"],
  [200, "3 min 20 s"],
  [3900, "1 h 5 min"],
  [7200, "2 h"],
  [Infinity, "unlimited"],
])("%d seconds are %s", (seconds, text) => expect(durationText(seconds)).toBe(text));
