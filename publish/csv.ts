import { unparse } from "papaparse";
import type { PublishedPage } from "./types";

/** The tables and large figures of a page, a line a row. Words that a spreadsheet would take for a formula are given as text. */
export const pageCsv = (sheet: PublishedPage): string => {
  const rows = sheet.sections.flatMap(({ heading, pieces }) =>
    pieces.flatMap((piece) => {
      if (piece.is === "figure")
        return [[heading, piece.label, piece.value, piece.unit, piece.plusMinus ?? ""]];
      return piece.is === "table"
        ? [
            [heading, ...piece.head],
            ...piece.rows.map((row) => [heading, ...row.map(({ text }) => text)]),
          ]
        : [];
    }),
  );
  return unparse(rows, { newline: "\n", escapeFormulae: true });
};
