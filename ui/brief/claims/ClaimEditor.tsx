"use client";
import { Box } from "@chakra-ui/react";
import { useState } from "react";
import { powerFormOf, type ClaimDraft } from "@/records";
import { ChoiceField, held } from "../../parts/fields";
import { CLAIM_FORMS, type FigureKind } from "./claimFields";
import type { ClaimEditorProps } from "./editorProps";
import { FigureClaimForm } from "./FigureClaimForm";
import { PowerClaimForm } from "./PowerClaimForm";

const POWER = "power";
const KINDS = [
  { value: POWER, label: "Output power" },
  ...Object.entries(CLAIM_FORMS).map(([value, { title }]) => ({ value, label: title })),
];

const kindOf = (claim: ClaimDraft | undefined): string => {
  const kind = claim?.stated.kind ?? POWER;
  return kind === "bridged-power" ? POWER : kind;
};

/** Everything of a claim may be set, what it claims among it. */
export function ClaimEditor(props: ClaimEditorProps) {
  const { claim, channelCount, draftKey } = props;
  const [kind, setKind] = useState(() => kindOf(claim));
  const key = kind === POWER ? draftKey : `${draftKey} ${kind}`;
  return (
    <>
      <Box mb={3.5}>
        <ChoiceField
          id="claim-kind"
          label="What is claimed"
          field={held(kind, setKind)}
          choices={KINDS}
        />
      </Box>
      {kind === POWER ? (
        <PowerClaimForm
          {...props}
          initial={(claim && powerFormOf(claim, channelCount)) ?? asPrinted(claim)}
          lineKey={claim?.lineKey}
        />
      ) : (
        <FigureClaimForm key={kind} {...props} draftKey={key} kind={kind as FigureKind} />
      )}
    </>
  );
}

/** What a line that was read as something else leaves for a power: its words. */
const asPrinted = (claim: ClaimDraft | undefined) =>
  claim && { printedText: claim.printedText, source: claim.source, revision: claim.revision };
