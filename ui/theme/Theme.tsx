"use client";
import { ChakraProvider } from "@chakra-ui/react";
import { ThemeProvider } from "next-themes";
import type { ReactNode } from "react";
import { EmotionStyles } from "./EmotionStyles";
import { system } from "./system";

/**
 * Colours, type and the light or dark variant, as the system asks or the reviewer chose.
 * @param nonce by which the page's own scripts are known
 */
export function Theme({ nonce, children }: { nonce?: string; children: ReactNode }) {
  return (
    <EmotionStyles>
      <ChakraProvider value={system}>
        <ThemeProvider attribute="class" disableTransitionOnChange nonce={nonce}>
          {children}
        </ThemeProvider>
      </ChakraProvider>
    </EmotionStyles>
  );
}
