import { ChakraProvider } from "@chakra-ui/react";
import type { ReactElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { KeysProvider } from "../parts/keys";
import { system } from "../theme/system";

/** A component's markup as it is first painted, without styles. */
export const markup = (element: ReactElement): string =>
  renderToStaticMarkup(
    <ChakraProvider value={system}>
      <KeysProvider>{element}</KeysProvider>
    </ChakraProvider>,
  ).replace(/<style[^>]*>.*?<\/style>/gs, "");

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
