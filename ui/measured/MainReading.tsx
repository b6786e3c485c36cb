import { Box, HStack, Text } from "@chakra-ui/react";
import { claimText } from "@/core/claim";
import { RUN_KINDS } from "@/core/run";
import { channelLetter } from "@/core/verdict";
import { markNoteText } from "@/phrasing";
import type { StatedPower, Run } from "@/records";
import type { RunReadings } from "@/records/facts";
import { channelLook } from "@/drawing/channelLook";
import { ChoiceField, held } from "../parts/fields";
import { Panel } from "../parts/Panel";
import { Reading } from "../parts/Reading";
import { unbroken } from "../parts/unbroken";
import { Explain } from "../words/Explain";
import { termOfFigure } from "../words/figureTerms";
import { VerdictWord } from "../verdict/VerdictWord";
import { shownFigure } from "@/phrasing";

/** The main reading of each channel, large; what it says; and how the claim comes out by it. */
export function MainReading({
  run,
  readings: { figures, mark },
  children,
}: {
  run: Run;
  readings: RunReadings;
  children: React.ReactNode;
}) {
  const { isOfWholeAmplifier } = RUN_KINDS[run.kind];
  const [[main]] = figures;
  const term = main ? termOfFigure(main) : null;
  return (
    <Panel>
      {children}
      <HStack color="muted" gap={2}>
        <Text>{main?.label ?? "No reading"}</Text>
        {main && term && <Explain term={term} of={main.label} />}
      </HStack>
      {(isOfWholeAmplifier ? figures.slice(0, 1) : figures).map(([own], k) => {
        const { channelIndex } = run.conditions.channels[k];
        const shown = own && shownFigure(own);
        return (
          <HStack key={channelIndex} align="baseline" gap={3} mt={2}>
            {!isOfWholeAmplifier && (
              <Text
                w="20px"
                fontSize="20px"
                fontWeight={700}
                color={channelLook(channelIndex).color}
              >
                {channelLetter(channelIndex)}
              </Text>
            )}
            {shown && (
              <Reading
                value={shown.prefix ? `${shown.prefix} ${shown.value}` : shown.value}
                unit={shown.unit}
                plusMinus={shown.plusMinus}
              />
            )}
          </HStack>
        );
      })}
      <Text fontSize="14.5px" mt={2.5} data-testid="sentence">
        {unbroken(run.result.channels[0].summary)}
      </Text>
      {mark && (
        <Box mt={2.5} pt={2.5} borderTopWidth="1px" borderColor="rime" fontSize="14.5px">
          <HStack gap={2} wrap="wrap">
            <Text>Claim “{mark.text}”:</Text>
            <VerdictWord status={mark.status ?? "not-tested"} />
          </HStack>
          {mark.note && (
            <Text color="muted" fontSize="13.5px">
              {markNoteText(mark.note)}
            </Text>
          )}
        </Box>
      )}
    </Panel>
  );
}

/** Which claim a run is held against, where several fit its load. */
export function ClaimChoice({
  claims,
  chosen,
  onChoose,
}: {
  claims: readonly StatedPower[];
  chosen: string | null;
  onChoose(id: string): void;
}) {
  return (
    <Box mb={2}>
      <ChoiceField
        label=""
        ariaLabel="Claim"
        field={held(chosen ?? "", onChoose)}
        choices={claims.map((claim) => ({ value: claim.id, label: claimText(claim) }))}
      />
    </Box>
  );
}
