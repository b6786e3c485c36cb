import type { Load } from "@/records";
import { recordingNote } from "@/core/files";
import { loadOfNote, otherwiseThanNoted } from "./noteOf";
import type { FileFacts } from "@/pipeline/openFile";

const load = (id: string, nominalOhms: number, ...ohms: number[]): Load => ({
  id,
  nominalOhms,
  channels: ohms.map((each) => ({ ohms: each, ohmsExpandedUncertainty: 0.02 })),
});
const loads = [
  load("other eight", 8, 8.4, 8.3),
  load("eight", 8, 8.21, 8.18),
  load("one of eight", 8, 8.21),
  load("four", 4, 4.07, 4.11),
];

test.each([
  [8, [8.21, 8.18], "eight"],
  [8, [8.41, 8.29], "other eight"],
  [4, [4.1], "four"],
  [16, [16], null],
])("into %s ohms nominal, measured %j: %s", (nominalOhms, loadOhms, id) =>
  expect(loadOfNote({ nominalOhms, loadOhms }, loads)?.id ?? null).toBe(id),
);

test("a recording that says differently than the reviewer is not read: two of different loads must not become one", () => {
  const note = recordingNote({
    kind: "power-sweep",
    fullScaleVolts: 80,
    nominalOhms: 4,
    loadOhms: [4.07, 4.11],
    channelsDriven: 2,
    mainsHz: 50,
    settings: {},
    outputs: [0, 1],
    input: null,
  });
  const group = [{ fileName: "four.wav", opened: { note } as FileFacts }];
  const [, eight, , four] = loads;
  expect(otherwiseThanNoted(group, { load: four, channelsDriven: 2 })).toBeNull();
  expect(otherwiseThanNoted(group, { load: eight, channelsDriven: 2 })).toMatchObject({
    where: "four.wav",
    advice: expect.stringContaining("recorded into 4 Ω, two channels driven"),
  });
  expect(otherwiseThanNoted(group, { load: four, channelsDriven: 1 })).not.toBeNull();
  const silent = [{ fileName: "scope.csv", opened: { note: null } as FileFacts }];
  expect(otherwiseThanNoted(silent, { load: eight, channelsDriven: 1 })).toBeNull();
});
