import { renderToStaticMarkup } from "react-dom/server";
import { dividerText } from "@/records/facts";
import { WiringDrawing, wiringText, type WiringProps } from "./WiringDrawing";

const props = (given: Partial<WiringProps> = {}): WiringProps => ({
  amplifierName: "Gantry Pebble",
  sourceName: "Bench player",
  converterName: "Recorder",
  voltmeterName: "Hand meter",
  loadText: "8.21 Ω",
  dividerText: "7.5 k : 1 k",
  probe: "grounded probe",
  bothSwing: false,
  earthIsUnknown: false,
  withSpeaker: false,
  moreChannels: 1,
  ...given,
});
const drawn = (given: Partial<WiringProps> = {}): string =>
  renderToStaticMarkup(<WiringDrawing {...props(given)} />);

test("what is connected is named: source, amplifier, load, divider, converter, voltmeter", () => {
  const picture = drawn();
  for (const name of [
    "Bench player",
    "Gantry Pebble",
    "8.21 Ω",
    "7.5 k : 1 k",
    "Recorder",
    "Hand meter",
    "second channel the same",
  ])
    expect(picture).toContain(name);
  expect(picture).not.toContain("Not like this");
});

test.each([
  ["grounded probe", false, false],
  ["grounded probe", true, true],
  ["differential probe", true, false],
  ["two channels", true, false],
] as const)(
  "a %s, both outputs swinging %s: drawn as harm %s, and said so in words",
  (probe, bothSwing, isHarm) => {
    expect(drawn({ probe, bothSwing }).includes("Not like this")).toBe(isHarm);
    expect(wiringText(props({ probe, bothSwing })).includes("Do not")).toBe(isHarm);
  },
);

test("with two channels the reading is the difference", () =>
  expect(drawn({ probe: "two channels", bothSwing: true })).toContain("reads 1 minus 2"));

test("an earth that is not known is asked for; a loudspeaker and many channels are reported", () => {
  expect(drawn({ earthIsUnknown: true })).toContain("grounded?");
  expect(drawn({ bothSwing: true, earthIsUnknown: true })).toContain("swings too");
  expect(drawn({ withSpeaker: true })).toContain("and a loudspeaker");
  expect(drawn({ moreChannels: 6 })).toContain("6 more channels the same");
  expect(drawn({ moreChannels: 0 })).not.toContain("the same");
});

test("long names take two lines and end in dots, never more", () => {
  const picture = drawn({
    sourceName: "A source with a name that nobody would ever write on a label",
  });
  expect(picture).toContain("A source");
  expect(picture).toContain("…");
});

test.each([
  [7500, 1000, "7.5 k : 1 k"],
  [470, 100, "470 : 100"],
  [0, 1000, null],
  [null, 1000, null],
])("a divider of %p over %p reads %p", (upper, lower, text) =>
  expect(dividerText(upper, lower)).toBe(text),
);
