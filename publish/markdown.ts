import { chartSvg } from "./chartSvg";
import type { Cell, Piece, PublishedPage, SheetPhoto } from "./types";
import { dateText, runText } from "./words";

/** A post with the pictures that go with it. */
export type MarkdownPost = {
  text: string;
  charts: readonly { name: string; svg: string }[];
  photos: readonly { name: string; photo: SheetPhoto }[];
};

/** Characters that would start a mark of their own. @see CommonMark 0.31, 2.4 */
const plain = (text: string): string =>
  text.replace(/[\\`*_[\]<>#|~]/g, "\\$&").replace(/\s+/g, " ");

/** The page as a post: CommonMark with tables as most places take them, charts and photos as files beside it. */
export const pageMarkdown = (sheet: PublishedPage): MarkdownPost => {
  const charts: { name: string; svg: string }[] = [];
  const photos: { name: string; photo: SheetPhoto }[] = [];
  const refs = new Map(sheet.runs.map(({ id }, k) => [id, k + 1]));
  const ref = (runId: string | null | undefined): string => {
    const number = runId ? refs.get(runId) : undefined;
    return number === undefined ? "" : ` (run ${number})`;
  };
  const cell = ({ text, runId, tone }: Cell): string =>
    `${tone === "bad" ? `**${plain(text)}**` : plain(text)}${ref(runId)}`;
  const pieceText = (piece: Piece): string => {
    switch (piece.is) {
      case "text":
        return `${plain(piece.text)}${ref(piece.runId)}`;
      case "note":
        return `*${plain(piece.text)}*`;
      case "figure":
        return `**${plain(piece.label)}: ${plain(piece.value)} ${plain(piece.unit)}${piece.plusMinus ? ` ± ${piece.plusMinus}` : ""}**${ref(piece.runId)}\n\n${plain(piece.words)}`;
      case "table":
        return [
          `| ${piece.head.map((each) => plain(each) || " ").join(" | ")} |`,
          `| ${piece.head.map(() => "---").join(" | ")} |`,
          ...piece.rows.map((row) => `| ${row.map(cell).join(" | ")} |`),
        ].join("\n");
      case "chart": {
        const name = `chart-${charts.length + 1}.svg`;
        charts.push({ name, svg: chartSvg(piece.chart) });
        return `![${plain(piece.chart.caption)}](${name})`;
      }
      case "photo": {
        const name = `photo-${photos.length + 1}.jpg`;
        photos.push({ name, photo: piece.photo });
        return `![${plain(piece.photo.caption)}](${name})\n\n${plain(piece.photo.caption)}`;
      }
    }
  };
  const sections = sheet.sections
    .filter(({ empty }) => empty === null)
    .map(({ heading, pieces }) => [`## ${plain(heading)}`, ...pieces.map(pieceText)].join("\n\n"));
  const runs = sheet.runs.map(
    (run, k) => `${k + 1}. ${plain(runText(run))}, ${dateText(run.takenAt)}`,
  );
  const text = [
    `# ${plain(sheet.title)}`,
    [plain(sheet.subtitle), sheet.author && `by ${plain(sheet.author)}`, dateText(sheet.at)]
      .filter(Boolean)
      .join(" · "),
    ...sections,
    ...(runs.length > 0 ? ["## Runs behind these figures", runs.join("\n")] : []),
  ].join("\n\n");
  return { text: `${text}\n`, charts, photos };
};
