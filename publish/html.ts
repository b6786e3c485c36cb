import { chartPoints, chartSvg } from "./chartSvg";
import { escaped, scriptJson } from "./escaped";
import { PAGE_SCRIPT, PAGE_STYLE } from "./pageStyle";
import type { Cell, Piece, PublishedPage, SheetSection } from "./types";
import { dateText, runText } from "./words";

/** What a page needs that is not in its text. */
export type PageParts = {
  /** CSS of the fonts, with the fonts in it. */
  fontCss: string;
  /** The picture of a photo as a data address; null where it cannot be read. */
  picture(sha256: string): string | null;
  /** On the reviewer's screen blocks without content say so; elsewhere they are left out. */
  isPreview?: boolean;
};

/** Nothing may be loaded from anywhere, by this page's own word. */
const POLICY =
  "default-src 'none'; style-src 'unsafe-inline'; script-src 'unsafe-inline'; img-src data:; font-src data:; base-uri 'none'; form-action 'none'";

/** A page that stands alone: styles, fonts, charts, photos and the data of its curves are all in it, and it asks nothing of any network. */
export const pageHtml = (sheet: PublishedPage, parts: PageParts): string => {
  const refs = new Map(sheet.runs.map(({ id }, k) => [id, k + 1]));
  const body = sheet.sections
    .filter(({ empty }) => empty === null || parts.isPreview)
    .map((section) => sectionHtml(section, refs, parts))
    .join("\n");
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="${POLICY}"><meta name="referrer" content="no-referrer">
<title>${escaped(sheet.title)}</title><style>${parts.fontCss}${PAGE_STYLE}</style></head>
<body><main>
<header><h1>${escaped(sheet.title)}</h1><p class="sub">${escaped(
    [sheet.subtitle, sheet.author && `by ${sheet.author}`, dateText(sheet.at)]
      .filter(Boolean)
      .join(" · "),
  )}</p></header>
${body}
${runsHtml(sheet)}
<p class="foot">± is the half width in which the value lies with about 95 % confidence. Small numbers lead to the runs behind the figures.</p>
</main><script>${PAGE_SCRIPT}</script></body></html>
`;
};

type Refs = ReadonlyMap<string, number>;

const sectionHtml = (section: SheetSection, refs: Refs, parts: PageParts): string =>
  `<section id="${escaped(section.id)}"><h2>${escaped(section.heading)}</h2>${
    section.empty === null
      ? section.pieces.map((piece) => pieceHtml(piece, refs, parts)).join("")
      : `<p class="empty">Nothing to show: ${escaped(section.empty)}.</p>`
  }</section>`;

const refHtml = (runId: string | null | undefined, refs: Refs): string => {
  const number = runId ? refs.get(runId) : undefined;
  return number === undefined ? "" : `<sup><a href="#run-${number}">${number}</a></sup>`;
};

const cellHtml = ({ text, runId, tone }: Cell, refs: Refs): string =>
  `<td${tone ? ` class="${tone}"` : ""}>${escaped(text)}${refHtml(runId, refs)}</td>`;

const pieceHtml = (piece: Piece, refs: Refs, parts: PageParts): string => {
  switch (piece.is) {
    case "text":
      return `<p>${escaped(piece.text)}${refHtml(piece.runId, refs)}</p>`;
    case "note":
      return `<p class="note">${escaped(piece.text)}</p>`;
    case "figure":
      return `<div class="big"><div class="label">${escaped(piece.label)}</div><div><span class="value">${escaped(piece.value)}</span> <span class="unit">${escaped(piece.unit)}</span>${piece.plusMinus ? ` <span class="pm">± ${escaped(piece.plusMinus)}</span>` : ""}${refHtml(piece.runId, refs)}</div><p>${escaped(piece.words)}</p></div>`;
    case "table":
      return `<table><thead><tr>${piece.head.map((each) => `<th scope="col">${escaped(each)}</th>`).join("")}</tr></thead><tbody>${piece.rows.map((row) => `<tr>${row.map((cell) => cellHtml(cell, refs)).join("")}</tr>`).join("")}</tbody></table>`;
    case "chart":
      return `<figure><div class="read">${chartSvg(piece.chart)}<div class="tip"></div><script type="application/json">${scriptJson(chartPoints(piece.chart))}</script></div><figcaption>${escaped(piece.chart.caption)}${piece.chart.runIds.map((id) => refHtml(id, refs)).join("")}</figcaption></figure>`;
    case "photo": {
      const picture = parts.picture(piece.photo.sha256);
      return picture
        ? `<figure><img src="${picture}" alt="${escaped(piece.photo.caption)}"><figcaption>${escaped(piece.photo.caption)}</figcaption></figure>`
        : "";
    }
  }
};

const runsHtml = ({ runs }: PublishedPage): string =>
  runs.length === 0
    ? ""
    : `<section><h2>Runs behind these figures</h2><table class="runs"><thead><tr><th></th><th scope="col">Run</th><th scope="col">Made</th><th scope="col">Recordings, by SHA-256</th></tr></thead><tbody>${runs
        .map(
          (run, k) =>
            `<tr id="run-${k + 1}"><td>${k + 1}</td><td>${escaped(runText(run))}</td><td class="nowrap">${dateText(run.takenAt)}</td><td><code>${run.captures.map(({ sha256 }) => sha256.slice(0, 16)).join(" ") || (run.source === "typed" ? "read from a meter" : "monitored, not recorded")}</code></td></tr>`,
        )
        .join("")}</tbody></table></section>`;
