"use client";
import { Box, Flex, HStack, Text } from "@chakra-ui/react";
import { format } from "date-fns";
import {
  Check,
  Circle,
  CircleDashed,
  Clock,
  Play,
  Strikethrough,
  TriangleAlert,
} from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { drivenText } from "@/core/claim";
import { RUN_KINDS } from "@/core/run";
import { formatShort, formatSignificant } from "@/core/units";
import {
  isThrough,
  NO_FILTER,
  type TrackFilter,
  type TrackPlace,
  type TrackState,
} from "@/records/facts";
import { settingName } from "@/phrasing";
import { ActionButton } from "../parts/ActionButton";
import { durationText } from "../parts/durationText";
import { held, ChoiceField } from "../parts/fields";

export type RunTrackProps = {
  places: readonly TrackPlace[];
  /** The run on the screen; null while one is made. */
  chosenId: string | null;
  onChoose(runId: string): void;
  /** Takes up a run of the plan that is not made yet. */
  onTakeUp(plannedId: string): void;
};

/** A filter is offered from so many places on. */
const MANY = 16;
/** Two rows, and the edge of the third, so that it is seen that there is more; one where the filters stand above, as the run matters more. */
const HEIGHT = "119px";
const HEIGHT_FILTERED = "64px";

/** The plan with what was made of it, and what was made beside it: each place with its state, its repeats and the heat to come. */
export function RunTrack({ places, chosenId, onChoose, onTakeUp }: RunTrackProps) {
  const [filter, setFilter] = useState<TrackFilter>(NO_FILTER);
  const shown = useMemo(() => places.filter((place) => isThrough(place, filter)), [places, filter]);
  const list = useRef<HTMLOListElement>(null);
  // The chosen one's row is the first in sight, whatever chose it; the page itself stands still.
  useEffect(() => {
    const chosen = list.current?.querySelector("[aria-current=true]")?.closest("li");
    if (chosen && list.current)
      list.current.scrollTop +=
        chosen.getBoundingClientRect().top - list.current.getBoundingClientRect().top - 1;
  }, [chosenId, shown]);
  const isMany = places.length >= MANY;
  return (
    <Box flex={1} minW={0}>
      {isMany && (
        <TrackFilters
          places={places}
          shownCount={shown.length}
          filter={filter}
          onFilter={setFilter}
        />
      )}
      <Flex
        as="ol"
        ref={list as never}
        gap={1}
        wrap="wrap"
        alignContent="flex-start"
        p="1px"
        // The last row, too, can stand at the top, so that no row is cut through.
        pb="14px"
        scrollSnapType="y mandatory"
        // What goes on below fades, so that it is seen that there is more.
        css={{ maskImage: "linear-gradient(to bottom, black calc(100% - 12px), transparent)" }}
        maxH={isMany ? HEIGHT_FILTERED : HEIGHT}
        overflowY="auto"
        listStyleType="none"
        aria-label="Runs"
        // Scrolls by itself, so that keys must reach it.
        tabIndex={0}
      >
        {shown.map((place) => (
          <Place
            key={place.key}
            place={place}
            chosenId={chosenId}
            onChoose={onChoose}
            onTakeUp={onTakeUp}
          />
        ))}
        {shown.length === 0 && (
          <Text as="li" color="muted" fontSize="14px">
            No runs match.
          </Text>
        )}
      </Flex>
    </Box>
  );
}

/** How each state looks and is called. */
const STATES: Record<TrackState, { Icon: typeof Check; word: string; color: string }> = {
  made: { Icon: Check, word: "made", color: "lichen" },
  next: { Icon: Play, word: "next", color: "spruce" },
  open: { Icon: Circle, word: "planned", color: "muted" },
  failed: { Icon: TriangleAlert, word: "failed", color: "ember" },
  waits: { Icon: Clock, word: "waits", color: "ochre" },
  struck: { Icon: Strikethrough, word: "excluded", color: "ember" },
};

type PlaceProps = Omit<RunTrackProps, "places"> & { place: TrackPlace };

function Place({ place, chosenId, onChoose, onTakeUp }: PlaceProps) {
  const { kind, state, runs, plannedId, reason, heat, coolSeconds } = place;
  const { Icon, word, color } = STATES[state];
  const isChosen = runs.some(({ id }) => id === chosenId);
  const [newest] = runs;
  const press = () => {
    if (newest) onChoose(newest.id);
    else if (plannedId !== null) onTakeUp(plannedId);
  };
  return (
    <>
      {coolSeconds > 0 && <Cool seconds={coolSeconds} />}
      <Flex
        as="li"
        align="flex-end"
        position="relative"
        scrollSnapAlign="start"
        scrollMarginTop="1px"
        bg="surface"
        borderWidth="1px"
        borderStyle={runs.length > 0 ? "solid" : "dashed"}
        borderColor={isChosen ? "spruce" : "rime"}
        boxShadow={isChosen ? "inset 0 0 0 1.5px var(--chakra-colors-spruce)" : undefined}
        borderRadius="control"
        overflow="hidden"
        css={{ contentVisibility: "auto", containIntrinsicSize: "170px 50px" }}
      >
        <button
          type="button"
          onClick={press}
          aria-current={isChosen}
          title={titleOf(place)}
          style={{ textAlign: "left", display: "block" }}
        >
          <Box px={2} pt={1} pb={1.5} minH="50px">
            <HStack gap={1.5}>
              <Box color={color} flexShrink={0}>
                <Icon size={14} aria-label={word} />
              </Box>
              <Text
                fontWeight={700}
                fontSize="14px"
                whiteSpace="nowrap"
                textDecoration={state === "struck" ? "line-through" : undefined}
              >
                {RUN_KINDS[kind].shortTitle ?? RUN_KINDS[kind].title}
              </Text>
            </HStack>
            <Text color={underColor(state)} fontSize="12.5px" whiteSpace="nowrap">
              {state === "failed" ? "could not be run" : (reason ?? underTitle(place, isChosen))}
            </Text>
          </Box>
        </button>
        {runs.length > 1 && isChosen && (
          <Repeats runs={runs} chosenId={chosenId} onChoose={onChoose} />
        )}
        {heat && <HeatBar ratio={heat.ratio} />}
      </Flex>
    </>
  );
}

const underColor = (state: TrackState): string => {
  if (state === "failed") return "ember";
  return state === "waits" ? "ochre" : "muted";
};

/** "8 Ω, two, × 3": short, since the plan says the rest. Of the chosen one each repeat stands beside it. */
const underTitle = (
  { loadOhms, channelsDriven, setting, runs }: TrackPlace,
  isChosen: boolean,
): string =>
  [
    `${formatShort(loadOhms)} Ω`,
    drivenText(channelsDriven).replace(" channels driven", "").replace(" channel driven", ""),
    settingName(setting),
    runs.length > 1 && !isChosen ? `× ${runs.length}` : "",
  ]
    .filter((part) => part !== "")
    .join(", ");

const titleOf = (place: TrackPlace): string => {
  const { kind, loadOhms, channelsDriven, state, runs, heat, reason } = place;
  const made = runs.map(({ takenAt }) => format(new Date(takenAt), "d MMM HH:mm")).join(", ");
  return [
    `${RUN_KINDS[kind].title}, ${formatShort(loadOhms)} Ω, ${drivenText(channelsDriven)}`,
    runs.length > 0 ? `made ${made}` : (reason ?? STATES[state].word),
    heat
      ? `${heat.bodyName} expected at ${formatSignificant(heat.endCelsius, 2)} °C afterwards`
      : "",
  ]
    .filter((part) => part !== "")
    .join("; ");
};

/** Repeats of one run, by their number: the oldest is the first. */
function Repeats({
  runs,
  chosenId,
  onChoose,
}: Pick<RunTrackProps, "chosenId" | "onChoose"> & Pick<TrackPlace, "runs">) {
  return (
    <HStack gap={0.5} pb={2} pr={1.5}>
      {runs.toReversed().map((run, k) => (
        <button
          key={run.id}
          type="button"
          onClick={() => onChoose(run.id)}
          aria-label={`Repeat ${k + 1}${run.isStruck ? ", excluded" : ""}`}
          aria-pressed={run.id === chosenId}
        >
          <Box
            minW="20px"
            px={1}
            borderRadius="4px"
            fontSize="12px"
            fontWeight={700}
            textAlign="center"
            bg={run.id === chosenId ? "spruce" : "rime"}
            color={run.id === chosenId ? "surface" : "ink"}
            textDecoration={run.isStruck ? "line-through" : undefined}
          >
            {k + 1}
          </Box>
        </button>
      ))}
    </HStack>
  );
}

/** How far the hottest body gets towards its limit. */
function HeatBar({ ratio }: { ratio: number }) {
  const warm = ratio > 0.5 ? "ochre" : "lichen";
  return (
    <Box position="absolute" left={0} right={0} bottom={0} h="4px" bg="rime" aria-hidden>
      <Box
        h="100%"
        w={`${Math.min(100, Math.round(100 * ratio))}%`}
        bg={ratio > 0.85 ? "ember" : warm}
      />
    </Box>
  );
}

/** A pause that the heat asks for. */
function Cool({ seconds }: { seconds: number }) {
  return (
    <Flex
      as="li"
      align="center"
      gap={1.5}
      px={2}
      borderWidth="1px"
      borderStyle="dashed"
      borderColor="rime"
      borderRadius="control"
      color="muted"
      fontSize="12.5px"
      whiteSpace="nowrap"
    >
      <CircleDashed size={13} aria-hidden /> cool {durationText(seconds)}
    </Flex>
  );
}

type TrackFiltersProps = {
  places: readonly TrackPlace[];
  shownCount: number;
  filter: TrackFilter;
  onFilter(filter: TrackFilter): void;
};

const different = <T,>(values: readonly T[]): T[] => [...new Set(values)];

function TrackFilters({ places, shownCount, filter, onFilter }: TrackFiltersProps) {
  const loads = different(places.map(({ loadOhms }) => loadOhms)).sort((a, b) => b - a);
  const kinds = different(places.map(({ kind }) => kind));
  const driven = different(places.map(({ channelsDriven }) => channelsDriven)).sort();
  const planned = places.filter(({ plannedId }) => plannedId !== null);
  const made = planned.filter(({ state }) => state === "made").length;
  const isFiltered = shownCount < places.length;
  const all = (label: string) => ({ value: "", label });
  return (
    <HStack gap={2} mb={1.5} fontSize="14px" align="center">
      <Text color="muted" flex={1}>
        {planned.length > 0
          ? `${made} of ${planned.length} planned runs done`
          : `${places.length} runs`}
        {isFiltered && `, ${shownCount} shown`}
      </Text>
      <Box w="120px">
        <ChoiceField
          label=""
          ariaLabel="Load"
          field={held(String(filter.loadOhms ?? ""), (to) =>
            onFilter({ ...filter, loadOhms: to === "" ? null : Number(to) }),
          )}
          choices={[
            all("all loads"),
            ...loads.map((ohms) => ({ value: String(ohms), label: `${formatShort(ohms)} Ω` })),
          ]}
        />
      </Box>
      <Box w="190px">
        <ChoiceField
          label=""
          ariaLabel="Kind"
          field={held(filter.kind ?? "", (to) =>
            onFilter({ ...filter, kind: kinds.find((kind) => kind === to) ?? null }),
          )}
          choices={[
            all("all kinds"),
            ...kinds.map((kind) => ({
              value: kind,
              label: RUN_KINDS[kind].shortTitle ?? RUN_KINDS[kind].title,
            })),
          ]}
        />
      </Box>
      <Box w="170px">
        <ChoiceField
          label=""
          ariaLabel="Channels"
          field={held(String(filter.channelsDriven ?? ""), (to) =>
            onFilter({ ...filter, channelsDriven: to === "" ? null : Number(to) }),
          )}
          choices={[
            all("any channels"),
            ...driven.map((count) => ({ value: String(count), label: drivenText(count) })),
          ]}
        />
      </Box>
      {isFiltered && (
        <ActionButton
          minH="34px"
          h="34px"
          px={3}
          fontSize="13.5px"
          onClick={() => onFilter(NO_FILTER)}
        >
          Show all
        </ActionButton>
      )}
    </HStack>
  );
}
