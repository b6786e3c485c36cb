import { parse } from "papaparse";
import type { ShownVerdict } from "@/phrasing";
import { emptyDocument, type Block, type Publication, type Run } from "@/records";
import { amplifier, power, runOf } from "@/records/testing/run";
import {
  cardHtml,
  cardsOf,
  differsFrom,
  measuredTexts,
  newBlock,
  pageCsv,
  pageHtml,
  pageMarkdown,
  sheetOf,
  templateBlocks,
  TEMPLATE_NAMES,
  type SheetFacts,
} from ".";

const verdict = (words: string, outcome: ShownVerdict["outcome"], text: string): ShownVerdict =>
  ({
    key: words,
    words,
    printedText: words,
    outcome,
    headline: { outcome: "Met", text: `${text}.` },
    sentence: `Met. ${text}.`,
    reading: { text, margin: "+1 W", run: { id: "sweep" } },
    nearest: null,
  }) as unknown as ShownVerdict;

const sweep: Run = runOf([60, 58], { id: "sweep", takenAt: "2026-11-20T10:00:00Z" });
const facts = (blocks: readonly Block[], more: Partial<SheetFacts> = {}): SheetFacts => ({
  amplifier: { ...amplifier, maker: "Fernlea", model: "One", channelCount: 2 },
  publication: { ...emptyDocument("publication"), blocks: [...blocks] } as Publication,
  at: "2026-11-28T12:00:00Z",
  verdicts: [
    verdict("50 W into 8 ohms", "met", "57.2 ± 1.3 W"),
    verdict("THD 0.01 %", "missed", "0.05 %"),
  ],
  powers: [power],
  stated: [],
  ratings: [
    {
      name: "one-percent",
      limit: { distortionLimitRatio: 0.01, distortionMeasure: "thd-plus-noise" },
      driven: "all",
      settledBy: "power-sweep",
      reading: {
        powerWatts: 57.2,
        expandedUncertainty: 1.3,
        bound: null,
        channelIndex: 0,
        runId: "sweep",
        isRehearsed: false,
      },
    },
  ],
  recommended: {
    powerWatts: 50,
    method: "one-percent",
    limit: { distortionLimitRatio: 0.01, distortionMeasure: "thd-plus-noise" },
    channelsDriven: 2,
  },
  figures: [],
  supplies: [],
  outputs: [],
  supplyDifferences: [],
  runs: [sweep],
  comparisons: [],
  photos: [{ sha256: "ab".repeat(32), caption: "Front <left>" }],
  method: ["The dummy loads measured 8.21 Ω.", "Second.", "Third."],
  cautions: ["28 V on the output terminals"],
  ...more,
});
const block = (kind: Block["kind"], more: Partial<Block> = {}): Block => ({
  ...newBlock(kind, kind),
  ...more,
});
const PARTS = { fontCss: "", picture: () => "data:image/jpeg;base64,AAAA" };

test("the summary says what it gives and how many claims it keeps, and refers to the run", () => {
  const sheet = sheetOf(facts([block("summary")]));
  expect(sheet.sections[0].pieces.map((piece) => (piece.is === "text" ? piece.text : ""))).toEqual([
    "The Fernlea One delivers 57.2 ± 1.3 W per channel at 1 % THD+N and 1 kHz, all channels driven.",
    "Recommended rating: 50 W per channel.",
    "Of two claims one is met, one is not met.",
  ]);
  expect(sheet.runs.map(({ id }) => id)).toEqual(["sweep"]);
});

test("the summary names the load of its figure and what it gives into the others under the same conditions", () => {
  const output = (nominalOhms: number, watts: number, runId: string, setting = "") => ({
    kind: { code: "continuous" as const },
    connection: "normal" as const,
    setting,
    nominalOhms,
    channelsDriven: 2,
    watts,
    isAtLeast: false,
    isRehearsed: false,
    runId,
  });
  const outputs = [
    output(8, 57.2, "sweep"),
    output(4, 96.1, "four"),
    output(4, 110, "off", "Limiter: off"),
  ];
  const [first] = sheetOf(facts([block("summary")], { outputs })).sections[0].pieces;
  expect(first.is === "text" && first.text).toBe(
    "The Fernlea One delivers 57.2 ± 1.3 W per channel into 8 Ω and 96.1 W into 4 Ω at 1 % THD+N and 1 kHz, all channels driven.",
  );
});

test("the rating shows the power at each load, kind and supply with one and with all channels driven, where more than one was measured", () => {
  const output = (
    setting: string,
    [nominalOhms, channelsDriven, watts]: readonly [number, number, number],
    more: Partial<SheetFacts["outputs"][number]> = {},
  ): SheetFacts["outputs"][number] => ({
    kind: { code: "continuous" },
    connection: "normal",
    setting,
    nominalOhms,
    channelsDriven,
    watts,
    isAtLeast: false,
    isRehearsed: false,
    runId: "sweep",
    ...more,
  });
  const tableOf = (outputs: SheetFacts["outputs"]) => {
    const table = sheetOf(facts([block("rating")], { outputs })).sections[0].pieces.find(
      (piece) => piece.is === "table",
    );
    return table?.is === "table"
      ? [table.head, ...table.rows.map((row) => row.map(({ text }) => text))]
      : null;
  };
  expect(
    tableOf([
      output("24 V brick", [8, 1, 31.3]),
      output("24 V brick", [8, 2, 26]),
      output("24 V brick", [8, 2, 61], {
        kind: { code: "burst", label: "1 kHz, 20 ms" },
        isAtLeast: true,
      }),
      output("24 V brick", [4, 2, 17.6]),
      output("32 V brick, Limiter: off", [4, 1, 103]),
      output("24 V brick", [8, 1, 90], { connection: "bridged" }),
    ]),
  ).toEqual([
    [
      "Power into",
      "Measured at",
      "Supply and settings",
      "One channel driven",
      "Both channels driven",
    ],
    ["8 Ω", "1 % THD+N", "24 V brick", "31.3 W", "26 W"],
    ["8 Ω", "burst, 1 kHz, 20 ms", "24 V brick", "–", "≥ 61 W"],
    ["4 Ω", "1 % THD+N", "24 V brick", "–", "17.6 W"],
    ["4 Ω", "1 % THD+N", "32 V brick, Limiter: off", "103 W", "–"],
    ["8 Ω", "1 % THD+N, bridged", "24 V brick", "90 W", "–"],
  ]);
  expect(tableOf([output("", [8, 2, 50]), output("", [4, 2, 80])])).toEqual([
    ["Power at 1 % THD+N into", "Both channels driven"],
    ["8 Ω", "50 W"],
    ["4 Ω", "80 W"],
  ]);
  expect(tableOf([output("", [8, 2, 50])])).toBeNull();
});

test("broken claims go first, each with its word; long, with the reason", () => {
  const table = (form: "short" | "long") => {
    const [piece] = sheetOf(facts([block("claims", { form })])).sections[0].pieces;
    if (piece.is !== "table") throw new Error("no table");
    return piece;
  };
  expect(table("short").rows.map(([printed, , word]) => [printed.text, word.text])).toEqual([
    ["“THD 0.01 %”", "not met"],
    ["“50 W into 8 ohms”", "met"],
  ]);
  expect(table("long").head).toContain("Why");
});

test("a block with nothing to tell says so in the preview and is left out of what leaves", () => {
  const none = facts([block("heat")]);
  expect(pageHtml(sheetOf(none), { ...PARTS, isPreview: true })).toContain("no soak was made");
  expect(pageHtml(sheetOf(none), PARTS)).not.toContain("<h2>Heat</h2>");
});

test("the reviewer's own words take the place of the sentences; tables and charts stay", () => {
  const { pieces } = sheetOf(
    facts([block("rating", { form: "long", text: "It is fine.\nReally." })]),
  ).sections[0];
  expect(pieces.map(({ is }) => is)).toEqual(["text", "text", "figure", "table"]);
});

test("whatever is written stands as text: no markup of a caption, a title or a claim gets into the page", () => {
  const evil = `</script><img src=x onerror=alert(1)> & "quoted"`;
  const html = pageHtml(
    sheetOf(
      facts([block("photos"), block("claims"), block("remarks", { text: evil }), block("curves")], {
        verdicts: [verdict(evil, "met", evil)],
        photos: [{ sha256: "ab".repeat(32), caption: evil }],
      }),
    ),
    PARTS,
  );
  expect(html).not.toContain("<img src=x");
  expect(html.match(/<\/script>/g)).toHaveLength(html.match(/<script/g)?.length ?? 0);
  expect(html).toContain("&lt;/script&gt;&lt;img src=x");
});

test("a page that leaves asks nothing of any network: no address but data and its own places", () => {
  const html = pageHtml(
    sheetOf(facts(templateBlocks("full review", () => String(Math.random()), ""))),
    PARTS,
  );
  const addresses = [...html.matchAll(/(?:\ssrc=|\shref=|url\()["']?([^"')\s>]+)/g)].map(
    ([, address]) => address,
  );
  expect(addresses.filter((each) => !/^(data:|#)/.test(each))).toEqual([]);
  expect(html).toContain("default-src 'none'");
});

test.each(TEMPLATE_NAMES)(
  "the ready page “%s” has its blocks, each with an id of its own",
  (name) => {
    let count = 0;
    const blocks = templateBlocks(name, () => String(++count), "");
    expect(blocks.length).toBeGreaterThan(1);
    expect(new Set(blocks.map(({ id }) => id)).size).toBe(blocks.length);
    // Without a comparison there is none to show.
    expect(blocks.some(({ kind }) => kind === "comparison")).toBe(false);
  },
);

test("Markdown: charts are files that it names, and marks in words are taken for words", () => {
  const post = pageMarkdown(
    sheetOf(
      facts([block("curves"), block("remarks", { text: "a *star* | and #1" }), block("claims")]),
    ),
  );
  expect(post.charts.length).toBeGreaterThan(0);
  for (const { name, svg } of post.charts) {
    expect(post.text).toContain(`](${name})`);
    expect(svg.startsWith("<svg xmlns=")).toBe(true);
  }
  expect(post.text).toContain("a \\*star\\* \\| and \\#1");
  // Every row of a table has as many cells as its head.
  const rows = post.text.split("\n").filter((line) => line.startsWith("|"));
  expect(new Set(rows.map((row) => row.replace(/\\\|/g, "").split("|").length)).size).toBe(1);
});

test("the claim is drawn into the curve that it is about, in words; without a claim there is none", () => {
  const svgOf = (powers: SheetFacts["powers"]) =>
    pageMarkdown(sheetOf(facts([block("curves")], { powers }))).charts[0].svg;
  expect(svgOf([power])).toContain(`Claim: ${power.powerWatts} W at `);
  expect(svgOf([])).not.toContain("Claim:");
});

test("CSV: tables and large figures, read back none; a formula stays text", () => {
  const rows = parse<string[]>(
    pageCsv(
      sheetOf(
        facts([block("rating"), block("claims")], { verdicts: [verdict("=1+1", "met", "5 W")] }),
      ),
    ),
  ).data;
  expect(rows).toContainEqual(["Recommended rating", "Recommended rating", "50", "W", ""]);
  expect(rows.at(-1)?.slice(2)).toEqual(["5 W", "met"]);
});

test("cards: the recommended rating, then every claim with a reading, its number apart from its unit", () => {
  const cards = cardsOf(facts([]));
  expect(cards.map(({ value, unit, plusMinus }) => [value, unit, plusMinus])).toEqual([
    ["50", "W", null],
    ["57.2", "W", "1.3"],
    ["0.05", "%", null],
  ]);
  expect(cards.map(({ tone }) => tone)).toEqual(["good", "good", "bad"]);
  const html = cardHtml(facts([]), cards[2], { size: "tall", isDark: true, fontCss: "" });
  expect(html).toContain("width:1080px;height:1920px");
  expect(html).toContain("not met");
});

test("at a third of a frame every word is still 16 px high", () => {
  for (const card of cardsOf(facts([])))
    for (const size of ["wide", "tall"] as const) {
      const sizes = [
        ...cardHtml(facts([]), card, { size, isDark: false, fontCss: "" }).matchAll(
          /font-size:(\d+)px/g,
        ),
      ];
      expect(sizes.length).toBeGreaterThan(4);
      for (const [, px] of sizes) expect(Number(px) / 3).toBeGreaterThanOrEqual(16);
    }
});

const MEASURED = ["It gives 57.2 W ± 1.3 W at 1 %", "0.05 %", "85.1 °C", "1200 W"];
test.each<[string, string[]]>([
  ["It gives 57.2 W, which is a lot.", []],
  ["It gives 57 W and gets 85 °C hot.", []],
  ["It gives 75 W.", ["75 W"]],
  ["57,2 W at 1 % and 0.07 %", ["0.07 %"]],
  ["1.2 kW from 1 200 W", []],
  ["No number at all, though 3 people heard it.", []],
  ["57.9 W", ["57.9 W"]],
])("“%s”: what nothing bears out is %j", (text, differing) =>
  expect(differsFrom(text, MEASURED)).toEqual(differing),
);

test("what the program itself writes is borne out by what it measured", () => {
  const own = facts(templateBlocks("full review", () => String(Math.random()), ""));
  const texts = sheetOf(own).sections.flatMap(({ pieces }) =>
    pieces.flatMap((piece) => (piece.is === "text" ? piece.text : [])),
  );
  expect(differsFrom(texts.join("\n"), measuredTexts(own))).toEqual([]);
});
