// publish: the published page: its pieces, and what they are turned into. See README.md.
export { HEADINGS } from "./blocks/headings";
export { CARD_SIZES, cardHtml, cardsOf, type Card, type CardSize } from "./card";
export { pageCsv } from "./csv";
export { differsFrom } from "./differs";
export { pageHtml, type PageParts } from "./html";
export { pageMarkdown, type MarkdownPost } from "./markdown";
export { measuredTexts, sheetOf, usualTexts } from "./sheet";
export { newBlock, TEMPLATE_NAMES, templateBlocks } from "./templates";
export type { PublishedPage, SheetFacts, SheetPhoto } from "./types";
