import { markup, words } from "../testing/shown";
import { TrendChart } from "./TrendChart";

const trend = {
  title: "By year",
  unknown: 2,
  bins: [
    {
      label: "1970s",
      kept: 12,
      missed: 6,
      open: 3,
      share: { value: 2 / 3, low: 0.44, high: 0.84 },
    },
    { label: "1980s", kept: 0, missed: 0, open: 1, share: null },
  ],
};

test("each sort with its share, what is behind it, and what is not known", () => {
  const said = words(<TrendChart trend={trend} />);
  expect(said).toContain("1970s 67 %");
  expect(said).toContain("12 of 18, 3 open");
  expect(said).toContain("1980s –");
  expect(said).toContain("2 more claims are of amplifiers for which this is unknown.");
});

test("the picture says the same in words, and draws nothing where nothing was decided", () => {
  const drawn = markup(<TrendChart trend={trend} />);
  expect(drawn).toContain('aria-label="1970s: 67 % met, between 44 % and 84 %"');
  expect(drawn).toContain('aria-label="1980s: nothing decided"');
  expect(drawn.match(/<circle/g)).toHaveLength(1);
});
