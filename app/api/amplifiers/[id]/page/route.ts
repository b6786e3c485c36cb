import { Readable } from "node:stream";
import { writeZip, type ZippedFile } from "@/archive/writeZip";
import {
  CARD_SIZES,
  cardHtml,
  cardsOf,
  pageCsv,
  pageHtml,
  pageMarkdown,
  sheetOf,
  type SheetFacts,
} from "@/publish";
import { amplifierName } from "@/records";
import { drawnByChromium } from "@/server/chromium";
import { fileName } from "@/server/fileName";
import { guarded, refuse } from "@/server/guard";
import { fontCss, pageParts } from "@/server/pageParts";
import { readAmplifierRecords } from "@/server/readAmplifier";
import { database } from "@/server/records";
import { NOT_STORED } from "@/server/requests";
import { sheetFacts } from "@/server/sheetFacts";

import { dataFolder, photos } from "@/store";

/** A way out: what it is made into, and how a browser takes it. */
type Way = {
  type: string;
  ending: string;
  isShown?: true;
  make(facts: SheetFacts, asked: URLSearchParams): Promise<BodyInit>;
};

const WAYS: Readonly<Record<string, Way>> = {
  preview: {
    type: "text/html; charset=utf-8",
    ending: "html",
    isShown: true,
    make: async (facts) =>
      pageHtml(sheetOf(facts), { ...(await pageParts(facts)), isPreview: true }),
  },
  html: {
    type: "text/html; charset=utf-8",
    ending: "html",
    make: async (facts) => pageHtml(sheetOf(facts), await pageParts(facts)),
  },
  pdf: {
    type: "application/pdf",
    ending: "pdf",
    make: async (facts) =>
      drawnByChromium(pageHtml(sheetOf(facts), await pageParts(facts)), { to: "pdf" }),
  },
  markdown: {
    type: "application/zip",
    ending: "zip",
    make: async (facts) => {
      const { text, charts, photos: shown } = pageMarkdown(sheetOf(facts));
      const files: ZippedFile[] = [
        { name: "post.md", content: text },
        ...charts.map(({ name, svg }) => ({ name, content: svg })),
      ];
      for (const { name, photo } of shown)
        if (photos.has(dataFolder(), photo.sha256))
          files.push({ name, path: photos.path(dataFolder(), photo.sha256) });
      return Readable.toWeb(writeZip(files)) as ReadableStream;
    },
  },
  csv: {
    type: "text/csv; charset=utf-8",
    ending: "csv",
    make: async (facts) => pageCsv(sheetOf(facts)),
  },
  card: {
    type: "image/png",
    ending: "png",
    make: async (facts, asked) => {
      const size = asked.get("size") === "tall" ? "tall" : "wide";
      const cards = cardsOf(facts);
      const card = cards.find(({ id }) => id === asked.get("card")) ?? cards[0];
      const html = cardHtml(facts, card, {
        size,
        isDark: asked.get("look") === "dark",
        fontCss: fontCss(),
      });
      return drawnByChromium(html, { to: "png", ...CARD_SIZES[size] });
    },
  },
};

/** A page of this program in a frame of this program, which runs no other script and asks nothing of any network. */
const SHOWN = {
  "content-security-policy":
    "default-src 'none'; style-src 'unsafe-inline'; script-src 'unsafe-inline'; img-src data:; font-src data:; frame-ancestors 'self'; sandbox allow-scripts",
  "x-content-type-options": "nosniff",
};

/** The published page of an amplifier: ?as=preview, html, pdf, markdown, csv or card. */
export const GET = (
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> =>
  guarded(request, async () => {
    const asked = new URL(request.url).searchParams;
    const name = asked.get("as") ?? "";
    const way = Object.hasOwn(WAYS, name) ? WAYS[name] : null;
    if (!way) return refuse(400, `Say as=${Object.keys(WAYS).join(", ")}.`);
    const db = await database();
    const records = await readAmplifierRecords(db, (await params).id);
    if (!records) return refuse(404, "This amplifier is no longer on the shelf.");
    const facts = await sheetFacts(db, records);
    if (name === "card" && cardsOf(facts).length === 0)
      return refuse(404, "There is no result for a card yet.");
    const file = fileName([amplifierName(records.amplifier), name], way.ending);
    return new Response(await way.make(facts, asked), {
      headers: {
        ...NOT_STORED,
        ...SHOWN,
        "content-type": way.type,
        "content-disposition": `${way.isShown ? "inline" : "attachment"}; filename="${file}"`,
      },
    });
  });
