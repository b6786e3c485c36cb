import { emptyDocument } from "..";
import { writtenWords, WRITTEN_DOCUMENTS, type WrittenRecords } from "./writtenWords";

const amplifier = {
  id: "a",
  createdAt: "2026-01-01",
  maker: "Tollgate",
  model: "Sixty",
  kind: "home",
  topology: "class AB",
  year: 1978,
  channelCount: 2,
  condition: "",
  notes: "",
} as const;

const records = (change: Partial<WrittenRecords> = {}): WrittenRecords => ({
  amplifier,
  claims: [],
  documents: Object.fromEntries(
    WRITTEN_DOCUMENTS.map((kind) => [kind, emptyDocument(kind)]),
  ) as WrittenRecords["documents"],
  log: [],
  runs: [],
  ...change,
});
const withDocument = <K extends keyof WrittenRecords["documents"]>(
  kind: K,
  content: Partial<WrittenRecords["documents"][K]>,
): WrittenRecords => {
  const whole = records();
  return {
    ...whole,
    documents: { ...whole.documents, [kind]: { ...whole.documents[kind], ...content } },
  };
};

const NAME = "Tollgate Sixty";

test("where nobody wrote anything the name alone is found", () => {
  expect(writtenWords(records())).toEqual([{ place: "Brief", text: NAME }]);
});

test("each thing once, place by place, a line each", () => {
  expect(
    writtenWords(
      records({
        amplifier: { ...amplifier, condition: "restored", notes: "new relay" },
        claims: [
          { printedText: "60 W", source: "brochure" },
          { printedText: "0.1 % THD", source: "brochure" },
        ],
        log: [{ text: "hum with the lid off" }, { text: " " }],
        runs: ["loudness off", "", "take 1.wav"],
      }),
    ),
  ).toEqual([
    { place: "Brief", text: `${NAME}\nrestored\nnew relay` },
    { place: "Claims", text: "60 W\nbrochure\n0.1 % THD" },
    { place: "Runs", text: "loudness off\ntake 1.wav" },
    { place: "Logbook", text: "hum with the lid off" },
  ]);
});

test.each([
  ["details", { lender: "Ann", seenAfter: "fuse" }, "Brief", `${NAME}\nAnn\nfuse`],
  ["sheet", { source: "catalogue", text: "2 x 60 W" }, "Printed sheet", "catalogue\n2 x 60 W"],
  ["filing", { labels: ["on loan", "spring"] }, "Labels", "on loan\nspring"],
  [
    "verdict",
    { overrules: [{ claim: "c", says: "met", reason: "a weak spring", at: "2026" }] },
    "Verdict",
    "a weak spring",
  ],
] as const)("words of the document “%s” are found", (kind, content, place, text) => {
  expect(writtenWords(withDocument(kind, content as never))).toContainEqual({ place, text });
});

test("what a page says in the reviewer's own words, and what a heat log is called", () => {
  const blocks = [
    { id: "b", kind: "remarks", form: "long", heading: "By the way", text: "It hums.", setId: "" },
  ];
  expect(
    writtenWords(withDocument("publication", { title: "Sixty", blocks } as never)),
  ).toContainEqual({ place: "Sheet", text: "Sixty\nBy the way\nIt hums." });
  const logs = [
    {
      title: "first soak",
      setup: "cover off",
      file: { fileName: "probe.csv" },
      spots: [{ name: "sink, left" }],
      events: [{ text: "smells" }],
    },
  ];
  expect(writtenWords(withDocument("heat", { logs } as never))).toContainEqual({
    place: "Heat",
    text: "first soak\ncover off\nprobe.csv\nsink, left\nsmells",
  });
});
