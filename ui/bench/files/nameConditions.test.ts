import { detailsSchema, NO_SETUP, type Load } from "@/records";
import { load } from "@/records/testing/run";
import type { RecordingNote } from "@/core/files";
import { conditionsInName } from "./nameConditions";
import { ownConditions } from "./ownConditions";

const loadOf = (nominalOhms: number): Load => ({ ...load, id: `${nominalOhms}`, nominalOhms });
const known = {
  loads: [loadOf(8), loadOf(4), loadOf(2.67)],
  details: {
    ...detailsSchema.getDefault(),
    supplies: [
      {
        name: "32 V brick",
        kind: "brick" as const,
        volts: 32,
        amperes: 5,
        watts: null,
        isInTheBox: true,
      },
      {
        name: "48 V brick",
        kind: "brick" as const,
        volts: 48,
        amperes: 5,
        watts: null,
        isInTheBox: false,
      },
    ],
    switches: [{ name: "Soft clip", positions: "on, off" }],
  },
  channelCount: 2,
  setup: { ...NO_SETUP, supply: "32 V brick", switches: { "Soft clip": "on" } },
};

const named = (supply: string, clip = "on", connection = "normal") => ({
  supply,
  switches: { "Soft clip": clip },
  connection,
});

test.each([
  ["sweep_48V_4ohm_1ch.wav", { loadId: "4", channelsDriven: "1", setup: named("48 V brick") }],
  [
    "32V brick 2R67 both burst.wav",
    { loadId: "2.67", channelsDriven: "2", setup: named("32 V brick") },
  ],
  [
    "soft-clip-off_8ohms_2ch.csv",
    { loadId: "8", channelsDriven: "2", setup: named("32 V brick", "off") },
  ],
  ["take two 8 ohms.wav", { loadId: "8" }],
  ["two channels 8 ohms.wav", { loadId: "8", channelsDriven: "2" }],
  ["bridged 8R.wav", { loadId: "8", setup: named("32 V brick", "on", "bridged") }],
])("%s", (name, conditions) => {
  const found = conditionsInName(name, known);
  expect(found).toMatchObject(conditions);
  expect(Object.keys(found).sort()).toEqual(Object.keys(conditions).sort());
});

test.each([
  ["a name that says nothing", "take 3.wav"],
  ["a load that is not built", "16ohm.wav"],
  ["more channels than there are", "7ch.wav"],
  ["numbers of something else", "1048 Hz 24bit 96k.wav"],
])("%s is taken for nothing: %s", (_, name) => expect(conditionsInName(name, known)).toEqual({}));

test.each(["s", "外部電源", "-"])(
  "a supply named “%s” is not found in names that do not say so",
  (name) => {
    const details = {
      ...known.details,
      supplies: [known.details.supplies[0], { ...known.details.supplies[1], name, volts: null }],
    };
    expect(conditionsInName("sweep session 3.wav", { ...known, details })).toEqual({});
  },
);

describe("what a file is read under", () => {
  const common = { loadId: "8", channelsDriven: "2", setup: known.setup };
  const of = (fileName: string, isOfTile: boolean, note: RecordingNote | null = null) =>
    ownConditions({ fileName, note, isOfTile }, { ...known, common });
  const note = {
    kind: "power-sweep",
    nominalOhms: 4,
    loadOhms: [8.21, 8.18],
    channelsDriven: 1,
    setting: "supply: 48 V brick",
  } as unknown as RecordingNote;

  test("its note goes before its name, and its name before what holds for all", () => {
    expect(of("8ohm both 32V.wav", false, note).own).toMatchObject({
      loadId: "4",
      channelsDriven: "1",
      setup: { supply: "48 V brick" },
    });
    expect(of("4ohm.wav", false).own).toEqual({ loadId: "4" });
    expect(of("take one.wav", false)).toEqual({ own: {}, message: null });
  });

  test("alone after a tile was pressed it has what the tile says, and where it says otherwise that is reported", () => {
    expect(of("4ohm.wav", true)).toEqual({ own: {}, message: expect.stringMatching(/disagrees/) });
    expect(of("8ohm both.wav", true)).toEqual({ own: {}, message: null });
    expect(of("take one.wav", true, note).message).toMatch(/disagrees/);
  });
});
