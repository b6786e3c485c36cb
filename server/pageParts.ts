import "server-only";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { PageParts, SheetFacts } from "@/publish";
import { dataFolder, photos } from "@/store";

const FONT_FOLDER = "node_modules/@fontsource-variable/atkinson-hyperlegible-next/files";
const FONT_FILES = [
  ["atkinson-hyperlegible-next-latin-wght-normal.woff2", "U+0000-00FF,U+2000-22FF"],
  ["atkinson-hyperlegible-next-latin-ext-wght-normal.woff2", "U+0100-02FF,U+0370-03FF"],
] as const;

let fonts: string | null = null;

/** The program's own font, as CSS that holds it: a page that leaves here looks the same everywhere. */
export const fontCss = (): string =>
  (fonts ??= FONT_FILES.map(([name, range]) => {
    const font = readFileSync(join(process.cwd(), FONT_FOLDER, name)).toString("base64");
    return `@font-face{font-family:'Atkinson Hyperlegible Next';font-weight:200 800;src:url(data:font/woff2;base64,${font}) format('woff2');unicode-range:${range}}`;
  }).join(""));

/** What a page needs beside its text: fonts, and the photos that it may show. */
export const pageParts = async ({ photos: shown }: SheetFacts): Promise<PageParts> => {
  const pictures = new Map<string, string>();
  for (const { sha256 } of shown) {
    const bytes = await photos.read(dataFolder(), sha256).catch(() => null);
    if (bytes)
      pictures.set(sha256, `data:image/jpeg;base64,${Buffer.from(bytes).toString("base64")}`);
  }
  return { fontCss: fontCss(), picture: (sha256) => pictures.get(sha256) ?? null };
};
