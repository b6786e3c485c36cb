"use client";
import { Flex, Grid, HStack } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import { useRouter, useSearchParams } from "next/navigation";
import { useMemo } from "react";
import { RUN_KINDS } from "@/core/run";
import {
  amplifierName,
  type Amplifier,
  type Comparisons,
  type ComparisonSet,
  type RunEntry,
} from "@/records";
import { suggestedSets } from "@/records/facts";
import type { ShownComparison } from "@/records/facts";
import { ActionButton } from "../parts/ActionButton";
import { EmptyState } from "../parts/EmptyState";
import { ChoiceField, held, TextField } from "../parts/fields";
import { KeptMark } from "../parts/KeptMark";
import { useKeys } from "../parts/keys";
import { newId } from "../parts/newId";
import { Panel } from "../parts/Panel";
import { FiguresTable } from "./FiguresTable";
import { LeadingDifference } from "./LeadingDifference";
import { Members } from "./Members";
import { Together } from "./Together";
import { useComparisons } from "./useComparisons";

export type CompareScreenProps = {
  amplifier: Amplifier;
  /** Newest first. */
  runs: readonly RunEntry[];
  comparisons: Comparisons;
  /** The one that is opened where the address names none. */
  usualId: string | null;
  /** What was read with the page, and of which. */
  shown: (ShownComparison & { setId: string }) | null;
};

/** Names that may be longer than a line. */
const WRAPPING = {
  minH: "38px",
  h: "auto",
  py: 1.5,
  px: 3,
  fontSize: "13.5px",
  whiteSpace: "normal",
  textAlign: "left",
  justifyContent: "flex-start",
} as const;

/** Runs of any amplifiers over one another: how far apart, whether that is more than chance, and whether it is heard. */
export function CompareScreen({
  amplifier,
  runs,
  comparisons,
  usualId,
  shown: read,
}: CompareScreenProps) {
  const router = useRouter();
  const asked = useSearchParams().get("set");
  const { sets, autosave, change, remove } = useComparisons(comparisons);
  const set = sets.find(({ id }) => id === (asked ?? usualId)) ?? null;
  // One that has just been begun is read once it is kept.
  const shown = set && read?.setId === set.id ? read : null;
  const open = (id: string) =>
    router.replace(`/amplifiers/${amplifier.id}/compare?set=${encodeURIComponent(id)}`);
  const begin = (begun: ComparisonSet) => {
    change(begun);
    open(begun.id);
  };
  const suggested = useMemo(() => suggestedSets(amplifier.id, runs, newId), [amplifier.id, runs]);
  const beginEmpty = () => begin(emptySet(amplifier, runs));
  useKeys([{ key: "n", label: "New comparison", run: beginEmpty }]);
  const suggestions = suggested
    .filter(({ name }) => sets.every((each) => each.name !== name))
    .map((each) => (
      <ActionButton key={each.name} {...WRAPPING} onClick={() => begin(each)}>
        {each.name}
      </ActionButton>
    ));
  const newButton = (
    <ActionButton hotkey="N" tone={set ? "quiet" : "primary"} onClick={beginEmpty}>
      <Plus size={16} /> New comparison
    </ActionButton>
  );
  if (!set)
    return (
      <EmptyState
        title="Compare with"
        text="Compare amplifiers, supplies, switch settings, one channel against both, before and after a repair, or predicted against measured. A comparison is saved under its name and always shows the newest runs."
      >
        <HStack gap={2} wrap="wrap">
          {suggestions}
          {newButton}
        </HStack>
        {sets.length > 0 && <SetChoice sets={sets} chosenId="" onOpen={open} />}
        <KeptMark {...autosave} />
      </EmptyState>
    );
  return (
    <Grid templateColumns="minmax(0, 1fr)" gap={4}>
      <Flex gap={3} align="end" wrap="wrap">
        <SetChoice sets={sets} chosenId={set.id} onOpen={open} />
        <Flex flex={1} />
        <KeptMark {...autosave} />
        {newButton}
      </Flex>
      <Grid templateColumns="minmax(0, 1fr) 318px" gap={4} alignItems="start">
        <Grid templateColumns="minmax(0, 1fr)" gap={4}>
          <Panel>
            <LeadingDifference set={set} shown={shown} ownId={amplifier.id} />
            <Together set={set} shown={shown} ownId={amplifier.id} onChange={change} />
          </Panel>
        </Grid>
        <Grid templateColumns="minmax(0, 1fr)" gap={4}>
          <Panel px={3.5}>
            <TextField
              label="Name"
              field={held(set.name, (name) => change({ ...set, name }))}
              error={set.name.trim() === "" ? "Enter a name." : undefined}
            />
            <Members
              set={set}
              shown={shown}
              own={{ id: amplifier.id, name: amplifierName(amplifier), runs }}
              onChange={change}
            />
          </Panel>
          {suggestions.length > 0 && (
            <Flex direction="column" gap={1.5} role="group" aria-label="Suggested comparisons">
              {suggestions.slice(0, 3)}
            </Flex>
          )}
          <ActionButton
            onClick={() => {
              remove(set.id);
              router.replace(`/amplifiers/${amplifier.id}/compare`);
            }}
          >
            <Trash2 size={16} /> Delete comparison
          </ActionButton>
        </Grid>
      </Grid>
      {shown && shown.amplifiers.length > 0 && <FiguresTable amplifiers={shown.amplifiers} />}
    </Grid>
  );
}

function SetChoice({
  sets,
  chosenId,
  onOpen,
}: {
  sets: readonly ComparisonSet[];
  chosenId: string;
  onOpen(id: string): void;
}) {
  return (
    <Flex minW="320px" direction="column">
      <ChoiceField
        label="Comparison"
        field={held(chosenId, onOpen)}
        choices={[
          ...(chosenId === "" ? [{ value: "", label: "choose one" }] : []),
          ...sets.map(({ id, name }) => ({ value: id, label: name || "unnamed" })),
        ]}
      />
    </Flex>
  );
}

/** One that begins with the kind of run that was made last. */
const emptySet = (amplifier: Amplifier, runs: readonly RunEntry[]): ComparisonSet => {
  const kind =
    runs.find(({ kind: each }) => RUN_KINDS[each].charts.length > 0)?.kind ?? "power-sweep";
  return {
    id: newId(),
    name: `${amplifierName(amplifier)}, ${RUN_KINDS[kind].title.toLowerCase()}`.slice(0, 120),
    kind,
    members: [],
    chart: "",
    normalising: "as-measured",
    meetAt: null,
    first: "",
    second: "",
  };
};
