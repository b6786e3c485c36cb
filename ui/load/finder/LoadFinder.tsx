"use client";
import { Box, Grid, Heading, Text } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import {
  networkText,
  type FoundLoads,
  type LoadDemand,
  type NetworkReport,
  type PowerResistor,
} from "@/core/load";
import { formatShort, formatSignificant } from "@/core/units";
import { powerResistor, type StatedPower, type LoadDraft, type ResistorRecord } from "@/records";
import type { BenchWorker } from "@/workers/protocol";
import { ActionButton } from "../../parts/ActionButton";
import { EmptyState } from "../../parts/EmptyState";
import { Panel } from "../../parts/Panel";
import { useLatestAnswer } from "../../parts/useLatestAnswer";
import { builtLoad } from "./builtLoad";
import { FoundChoice } from "./FoundChoice";
import { OtherChoices } from "./OtherChoices";
import { demandOf, type Wanted } from "./wanted";
import { WantedForm } from "./WantedForm";

export type LoadFinderProps = {
  resistors: readonly ResistorRecord[];
  channelCount: number;
  claims: readonly StatedPower[];
  /** The air of the workshop. */
  roomCelsius: number;
  /** Ohms that were asked for; null for those of the first claim. */
  wantedOhms: number | null;
  onBuild(draft: LoadDraft): void;
  onShelf(): void;
};

type Question = { shelf: readonly PowerResistor[]; demand: LoadDemand };
const ask = async (
  worker: BenchWorker,
  question: Question,
): Promise<{ question: Question; found: FoundLoads }> => ({
  question,
  found: await worker.findLoads(question.shelf, question.demand),
});

/** From the resistors at hand to the best load: how it is joined, how long it lasts, how hot it gets, and why others are worse. */
export function LoadFinder({
  resistors,
  channelCount,
  claims,
  roomCelsius,
  wantedOhms,
  onBuild,
  onShelf,
}: LoadFinderProps) {
  const [wanted, setWanted] = useState<Wanted>({
    ohms: String(wantedOhms ?? claims[0]?.loadOhms ?? 8),
    channels: String(channelCount),
    watts: "",
    seconds: "60",
    isBridged: false,
  });
  const [chosen, setChosen] = useState(0);
  const question = useMemo<Question | null>(() => {
    const demand = demandOf(wanted, claims, roomCelsius);
    return demand && resistors.length > 0 ? { shelf: resistors.map(powerResistor), demand } : null;
  }, [wanted, claims, resistors, roomCelsius]);
  const { answer, isBehind, isBroken } = useLatestAnswer(question, ask);
  if (resistors.length === 0)
    return (
      <EmptyState
        title="No resistors yet"
        text="List your power resistors with their measured resistance, rating and cooling. The finder then builds the best load for any resistance, number of channels and power."
      >
        <ActionButton tone="primary" onClick={onShelf}>
          Add resistors
        </ActionButton>
      </EmptyState>
    );
  return (
    <Grid templateColumns="minmax(0, 1fr) 330px" gap={4} alignItems="start">
      <Panel opacity={isBehind && answer ? 0.7 : 1} aria-live="polite">
        <Found
          question={question}
          answer={answer}
          isBroken={isBroken}
          chosen={chosen}
          onBuild={onBuild}
        />
      </Panel>
      <Grid templateColumns="minmax(0, 1fr)" gap={4}>
        <WantedForm
          wanted={wanted}
          demand={demandOf(wanted, claims, roomCelsius)}
          claims={claims}
          channelCount={channelCount}
          onChange={(next) => {
            setChosen(0);
            setWanted(next);
          }}
        />
        {answer && answer.found.choices.length > 1 && (
          <OtherChoices
            choices={answer.found.choices}
            {...answer.question}
            chosen={chosen}
            onChoose={setChosen}
          />
        )}
        {answer && !answer.found.isExhaustive && (
          <Text fontSize="13.5px" color="muted" px={1}>
            There are more combinations than can be tried; this is the best of those that were.
          </Text>
        )}
      </Grid>
    </Grid>
  );
}

type FoundProps = {
  question: Question | null;
  answer: { question: Question; found: FoundLoads } | null;
  isBroken: boolean;
  chosen: number;
  onBuild(draft: LoadDraft): void;
};

function Found({ question, answer, isBroken, chosen, onBuild }: FoundProps) {
  if (question === null) return <Text color="muted">Enter numbers above zero.</Text>;
  if (!answer)
    return (
      <Text color="muted">
        {isBroken ? "The search failed. Reload the page and try again." : "Trying every network…"}
      </Text>
    );
  const { found } = answer;
  const { shelf, demand } = answer.question;
  const choice = found.choices[Math.min(chosen, found.choices.length - 1)];
  if (!choice) return <Nothing nearest={found.nearest} {...answer.question} />;
  return (
    <FoundChoice
      choice={choice}
      shelf={shelf}
      demand={demand}
      isBest={choice === found.choices[0]}
      onBuild={() => onBuild(builtLoad(choice.channels, shelf, demand.targetOhms))}
    />
  );
}

function Nothing({ nearest, shelf, demand }: { nearest: NetworkReport | null } & Question) {
  return (
    <Box>
      <Heading as="h2" fontSize="22px">
        No {formatShort(demand.targetOhms)} Ω from these{" "}
        {demand.channelCount === 1 ? "" : `for ${demand.channelCount} channels at once`}
      </Heading>
      <Text mt={1}>
        No network of up to four of them comes within 6 %
        {demand.channelCount > 1 ? " for all channels together; try fewer channels at a time" : ""}.
        {nearest &&
          ` The nearest is ${networkText(nearest.network, shelf)} with ${formatSignificant(nearest.resistance.ohms, 3)} Ω.`}
      </Text>
    </Box>
  );
}
