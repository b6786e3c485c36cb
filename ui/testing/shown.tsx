import type { ReactElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { provided } from "./provided";

/** A component's markup as it is first painted, without styles. */
export const markup = (element: ReactElement): string =>
  renderToStaticMarkup(provided(element)).replace(/<style[^>]*>.*?<\/style>/gs, "");

/** What a reader reads of it. */
export const words = (element: ReactElement): string =>
  markup(element)
    .replace(/<[^>]*>/g, " ")
    .replace(/&#x27;/g, "'")
    .replace(/&quot;/g, '"')
    .replace(/&amp;/g, "&")
    .replace(/[\s\u00a0]+/g, " ")
    .replace(/ ([,.;:…])/g, "$1")
    .trim();
