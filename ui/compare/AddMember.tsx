import { Box, Heading, Text } from "@chakra-ui/react";
import { useEffect, useMemo, useState } from "react";
import type { RunKind } from "@/core/run";
import { RUN_KINDS } from "@/core/run";
import type { ComparisonMember, RunEntry } from "@/records";
import { comparables, memberOf, type Comparable } from "@/records/facts";
import { ActionButton } from "../parts/ActionButton";
import { held, TextField } from "../parts/fields";
import { newId } from "../parts/newId";
import { memberText } from "./memberText";

/** The amplifier that the page is of, with its runs. */
export type OwnRuns = { id: string; name: string; runs: readonly RunEntry[] };

type Named = { id: string; name: string };

const TYPING_PAUSE_MS = 200;

/** Runs of this kind to add: of this amplifier at once, of any other by its name. */
export function AddMember({
  kind,
  own,
  onAdd,
}: {
  kind: RunKind;
  own: OwnRuns;
  onAdd(member: ComparisonMember): void;
}) {
  const [find, setFind] = useState("");
  const [chosen, setChosen] = useState<Named>(own);
  const byName = useFound(find);
  const ownRuns = useMemo(() => comparables(own.runs, kind), [own.runs, kind]);
  const others = useComparables(chosen.id === own.id ? null : chosen.id, kind);
  const found = chosen.id === own.id ? ownRuns : others.found;
  return (
    <Box borderTopWidth="1px" borderColor="rime" pt={2}>
      <Heading as="h2" fontSize="15px" mb={1}>
        Add a run of {chosen.name}
      </Heading>
      {found.map((each) => (
        <ActionButton
          key={`${each.newest.id}`}
          minH="36px"
          h="auto"
          py={1.5}
          px={2.5}
          mb={1}
          w="100%"
          justifyContent="flex-start"
          textAlign="left"
          whiteSpace="normal"
          fontSize="13.5px"
          onClick={() => onAdd(memberOf(chosen.id, each, newId()))}
        >
          + {memberText({ ...each, channel: 0 }).replace(", channel A", "")}
        </ActionButton>
      ))}
      {found.length === 0 && (
        <Text fontSize="13.5px" color="muted">
          {others.message ??
            `It has no run of this kind yet: ${RUN_KINDS[kind].title.toLowerCase()}.`}
        </Text>
      )}
      <TextField label="Another amplifier" field={held(find, setFind)} placeholder="its name" />
      {find.trim() !== "" && byName.message && (
        <Text fontSize="13.5px" color="muted">
          {byName.message}
        </Text>
      )}
      {find.trim() !== "" &&
        byName.amplifiers.map(({ id, name }) => (
          <ActionButton
            key={id}
            minH="32px"
            px={2.5}
            mt={1}
            mr={1}
            fontSize="13.5px"
            onClick={() => {
              setChosen({ id, name });
              setFind("");
            }}
          >
            {name}
          </ActionButton>
        ))}
    </Box>
  );
}

const UNANSWERED = "The program does not respond. Restart it if it has stopped.";

type Found = { amplifiers: readonly Named[]; message: string | null };

/** Amplifiers by words of their names, shortly after typing. */
const useFound = (find: string): Found => {
  const [found, setFound] = useState<Found>({ amplifiers: [], message: null });
  useEffect(() => {
    if (find.trim() === "") return;
    const abort = new AbortController();
    const timer = setTimeout(() => {
      fetch(`/api/amplifiers?find=${encodeURIComponent(find.trim())}`, { signal: abort.signal })
        .then((answer) => answer.json())
        .then(({ amplifiers = [] }: { amplifiers?: readonly Named[] }) =>
          setFound({
            amplifiers,
            message: amplifiers.length === 0 ? "No amplifier of that name." : null,
          }),
        )
        .catch(() => !abort.signal.aborted && setFound({ amplifiers: [], message: UNANSWERED }));
    }, TYPING_PAUSE_MS);
    return () => {
      clearTimeout(timer);
      abort.abort();
    };
  }, [find]);
  return found;
};

/** What another amplifier has to be compared; of none, null. */
const useComparables = (id: string | null, kind: RunKind) => {
  const [state, setState] = useState<{ found: readonly Comparable[]; message: string | null }>({
    found: [],
    message: null,
  });
  useEffect(() => {
    if (id === null) return;
    const abort = new AbortController();
    fetch(`/api/amplifiers/${encodeURIComponent(id)}/runs?kind=${kind}`, { signal: abort.signal })
      .then((answer) => answer.json())
      .then((answer: { comparables?: readonly Comparable[]; message?: string }) =>
        setState({ found: answer.comparables ?? [], message: answer.message ?? null }),
      )
      .catch(() => !abort.signal.aborted && setState({ found: [], message: UNANSWERED }));
    return () => abort.abort();
  }, [id, kind]);
  return id === null ? { found: [], message: null } : state;
};
