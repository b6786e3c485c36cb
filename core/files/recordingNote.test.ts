import fc from "fast-check";
import { asRecordingNote, recordingNote } from "./recordingNote";

const note = recordingNote({
  kind: "power-sweep",
  fullScaleVolts: 62.5,
  nominalOhms: 8,
  loadOhms: [8.21, 8.18],
  channelsDriven: 2,
  mainsHz: 50,
  settings: { levels: 40, frequencyHz: 1000 },
  outputs: [1, 2],
  input: 0,
});

test("what was written is what is read", () =>
  expect(asRecordingNote(JSON.parse(JSON.stringify(note)))).toEqual(note));

test.each([
  ["of another format", { format: "rimebank-recording-9" }],
  ["of a kind that there is not", { kind: "constructor" }],
  ["without full scale", { fullScaleVolts: 0 }],
  ["with a load that is none", { loadOhms: [8, -1] }],
  ["with more channels than there can be", { loadOhms: Array(17).fill(8) }],
  ["without a place for each output", { outputs: [1] }],
  ["with an input that is no channel", { input: -1 }],
  ["with half a channel driven", { channelsDriven: 1.5 }],
])("a note %s is of no use", (_, change) =>
  expect(asRecordingNote({ ...note, ...change })).toBeNull(),
);

test("settings that are none are left out; whatever else is in it is not taken over", () => {
  const read = asRecordingNote({
    ...note,
    settings: { levels: 40, bad: { a: 1 }, nan: NaN },
    more: 1,
  });
  expect(read).toEqual({ ...note, settings: { levels: 40 } });
  fc.assert(fc.property(fc.anything(), (found) => void asRecordingNote(found)));
});
