import fc from "fast-check";
import { asStimulusNote, stimulusNote } from "./stimulusNote";

const note = stimulusNote({ stimulus: "burst-twenty-ms", peakRatio: 0.5 });

test("what was written is what is read", () =>
  expect(asStimulusNote(JSON.parse(JSON.stringify(note)))).toEqual(note));

test.each([
  ["of a recording", { format: "rimebank-recording-1" }],
  ["with a name that is none", { stimulus: "<b>sine</b>" }],
  ["without a peak", { peakRatio: undefined }],
  ["above full scale", { peakRatio: 1.2 }],
])("a note %s is none of a test signal", (_, change) =>
  expect(asStimulusNote({ ...note, ...change })).toBeNull(),
);

test("whatever else is found is none", () =>
  fc.assert(
    fc.property(fc.anything(), (found) => {
      expect(asStimulusNote(found)).toBeNull();
    }),
  ));
