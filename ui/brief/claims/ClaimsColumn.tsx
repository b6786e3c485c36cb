"use client";
import { Grid } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { useDeferredValue, useEffect, useMemo, useRef, useState } from "react";
import { readClaims } from "@/core/claim";
import {
  claimsOfSheet,
  type Amplifier,
  type Claim,
  type SetupDetails,
  type Sheet,
} from "@/records";
import { printedDetails, type PrintedDetails } from "@/records/facts";
import { saveDocument } from "../../parts/saves";
import { useAutosave } from "../../parts/useAutosave";
import { ClaimsPanel } from "./ClaimsPanel";
import { SheetPanel, type SheetText } from "../SheetPanel";

const textOf = ({ source, text, pages }: SheetText): SheetText => ({ source, text, pages });

/** The sheet, and the claims that it makes while it is typed. */
export function ClaimsColumn({
  amplifier,
  claims,
  sheet,
  details,
  onPrinted,
}: {
  amplifier: Amplifier;
  claims: readonly Claim[];
  sheet: Sheet;
  details: SetupDetails;
  /** What the sheet says of supply and gain, whenever that changes while it is typed. */
  onPrinted(printed: PrintedDetails): void;
}) {
  const router = useRouter();
  const [draft, setDraft] = useState<SheetText>(() => textOf(sheet));
  // Reading a sheet may take longer than a key press: what is typed is shown first.
  const read = useDeferredValue(draft);
  const claimed = useMemo(
    () => ({ claims: claimsOfSheet(claims, read), unread: readClaims(read.text).unread }),
    [claims, read],
  );
  const printed = JSON.stringify(printedDetails(claimed.claims));
  const first = useRef(printed);
  useEffect(() => {
    if (printed !== first.current) onPrinted(JSON.parse(printed) as PrintedDetails);
  }, [printed, onPrinted]);
  const autosave = useAutosave({
    name: `sheet of ${amplifier.id}`,
    value: draft,
    restore: setDraft,
    revision: sheet.revision,
    asDraft: textOf,
    save: async (content, revision) => {
      const saved = await saveDocument(amplifier.id, "sheet", { ...content, revision });
      // Its lines are claims now, with ids by which they can be changed.
      if (saved.ok) router.refresh();
      return saved;
    },
  });
  return (
    <Grid templateColumns="minmax(0, 1fr)" gap={4}>
      <SheetPanel
        sheet={draft}
        onSheet={setDraft}
        onPage={(page) => setDraft((before) => ({ ...before, pages: [...before.pages, page] }))}
        onPageGone={(at) =>
          setDraft((before) => ({ ...before, pages: before.pages.filter((_, k) => k !== at) }))
        }
        autosave={autosave}
      />
      <ClaimsPanel amplifier={amplifier} sheetSource={read.source} details={details} {...claimed} />
    </Grid>
  );
}
