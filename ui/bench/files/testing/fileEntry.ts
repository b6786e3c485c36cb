import type { FileEntry } from "../useFiles";

/** A file as it lies in the list, opened and taken for nothing yet. */
export const fileEntry = (change: Partial<FileEntry>): FileEntry => ({
  id: "one",
  fileName: "one.csv",
  source: null as unknown as File,
  state: "open",
  message: null,
  opened: null,
  kind: null,
  fullScale: "80",
  channels: [0],
  inputChannel: null,
  sampleRate: "",
  settings: {},
  own: {},
  question: null,
  places: { sink: null, casing: null, load: null },
  ...change,
});
