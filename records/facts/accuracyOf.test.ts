import { accuracyOf } from "./accuracyOf";

test.each<[string, number | null]>([
  ["1 %", 0.01],
  ["0,5", 0.005],
  ["0.5%", 0.005],
  ["0", 0],
  ["", null],
  ["good", null],
  ["-1 %", null],
  ["80 %", null],
])("“%s” is %s", (text, ratio) => {
  const found = accuracyOf(text);
  if (ratio === null) expect(found).toBeNull();
  else expect(found).toBeCloseTo(ratio, 12);
});
