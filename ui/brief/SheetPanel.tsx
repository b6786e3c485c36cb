"use client";
import { Box, Heading, HStack } from "@chakra-ui/react";
import type { Sheet, SheetPage } from "@/records";
import { TextField, held } from "../parts/fields";
import { KeptMark } from "../parts/KeptMark";
import { Panel } from "../parts/Panel";
import type { Autosave } from "../parts/useAutosave";
import { SheetPages } from "./SheetPages";

/** What is typed of a sheet; its claims are read from it. */
export type SheetText = Pick<Sheet, "source" | "text" | "pages">;

/** Where a specification sheet is pasted. */
export function SheetPanel({
  sheet,
  onSheet,
  onPage,
  onPageGone,
  autosave,
}: {
  sheet: SheetText;
  onSheet(sheet: SheetText): void;
  /** A page was kept, while anything else may have been typed. */
  onPage(page: SheetPage): void;
  onPageGone(at: number): void;
  autosave: Autosave<SheetText>;
}) {
  return (
    <Panel>
      <HStack justify="space-between" mb={2}>
        <Heading as="h2" fontSize="22px">
          Specification sheet
        </Heading>
        <KeptMark {...autosave} />
      </HStack>
      <TextField
        label=""
        ariaLabel="Specification sheet, as printed"
        field={held(sheet.text, (text) => onSheet({ ...sheet, text }))}
        rows={sheet.text === "" ? 4 : 6}
        placeholder="Paste it here, one specification per line. Every line becomes a claim below and is read again when you edit it."
      />
      <Box mt={2}>
        <TextField
          label="Source"
          field={held(sheet.source, (next) => onSheet({ ...sheet, source: next.slice(0, 200) }))}
          placeholder="brochure, p. 2"
        />
      </Box>
      <SheetPages pages={sheet.pages} onAdd={onPage} onRemove={onPageGone} />
    </Panel>
  );
}
