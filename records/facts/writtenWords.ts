import { amplifierName, type Amplifier } from "../amplifier";
import type { Claim } from "../claim";
import type { DocumentKind, DocumentOf } from "../documents";
import type { LogEntry } from "../log";
import type { WrittenPlace } from "../shelf";

/** Raise it when words are taken from more of the records, or from less. */
export const WORDS_VERSION = 1;

/** Documents that somebody's words are in. */
export const WRITTEN_DOCUMENTS = [
  "details",
  "sheet",
  "verdict",
  "heat",
  "publication",
  "filing",
] as const satisfies readonly DocumentKind[];

/** What is read of an amplifier for its words. */
export type WrittenRecords = {
  amplifier: Amplifier;
  claims: readonly Pick<Claim, "printedText" | "source">[];
  documents: { [K in (typeof WRITTEN_DOCUMENTS)[number]]: DocumentOf<K> };
  log: readonly Pick<LogEntry, "text">[];
  /** Of each run: its setting, what it came from, remarks, names of its recordings. */
  runs: readonly string[];
};

/** All that somebody has written of an amplifier, its name first, place by place; places without a word are left out. */
export const writtenWords = ({
  amplifier,
  claims,
  documents: { details, sheet, verdict, heat, publication, filing },
  log,
  runs,
}: WrittenRecords): { place: WrittenPlace; text: string }[] => {
  const words: Record<WrittenPlace, readonly (string | null)[]> = {
    Brief: [
      amplifierName(amplifier),
      amplifier.condition,
      amplifier.notes,
      ...details.supplies.map(({ name }) => name),
      ...details.switches.flatMap(({ name, positions }) => [name, positions]),
      ...details.connectors.flatMap(({ name, adapter }) => [name, adapter]),
      details.gainControl,
      details.size,
      details.lender,
      details.seenBefore,
      details.seenAfter,
      ...details.photos.map(({ caption }) => caption),
    ],
    "Printed sheet": [sheet.source, sheet.text, ...sheet.pages.map(({ name }) => name)],
    Claims: claims.flatMap(({ printedText, source }) => [printedText, source]),
    Runs: runs,
    Logbook: log.map(({ text }) => text),
    Heat: heat.logs.flatMap(({ title, setup, file, spots, events }) => [
      title,
      setup,
      file?.fileName ?? null,
      ...spots.map(({ name }) => name),
      ...events.map(({ text }) => text),
    ]),
    Verdict: verdict.overrules.map(({ reason }) => reason),
    Sheet: [
      publication.title,
      publication.author,
      ...publication.blocks.flatMap(({ heading, text }) => [heading, text]),
    ],
    Labels: filing.labels,
  };
  return (Object.keys(words) as WrittenPlace[]).flatMap((place) => {
    const text = [...new Set(words[place].filter((each) => each !== null && each.trim() !== ""))];
    return text.length > 0 ? [{ place, text: text.join("\n") }] : [];
  });
};
