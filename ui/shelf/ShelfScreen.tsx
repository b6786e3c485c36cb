"use client";
import { Box, Flex, Heading, HStack, Text } from "@chakra-ui/react";
import { ChartColumn, ChevronLeft, ChevronRight, Columns3, ListFilter, Plus } from "lucide-react";
import { useRouter } from "next/navigation";
import dynamic from "next/dynamic";
import { useEffect, useMemo, useRef, useState, useTransition } from "react";
import {
  ALL_OF_THE_SHELF,
  isFiltered,
  type Shelf,
  type ShelfColumns,
  type ShelfCounts,
  type ShelfOrder,
  type ShelfPlace,
  type ShelfView,
} from "@/records";
import { fetched } from "../parts/fetched";
import { ActionButton } from "../parts/ActionButton";
import { EmptyState } from "../parts/EmptyState";
import { useKeys } from "../parts/keys";
import { PageLink } from "../parts/PageLink";
import { saveWorkshopDocument } from "../parts/saves";
import { useAutosave } from "../parts/useAutosave";
import { held, TextField } from "../parts/fields";
import { addressOf } from "./addressOf";
import { ShelfTable } from "./ShelfTable";
import { useSettled } from "./useSettled";

const DeletedNotice = dynamic(() => import("./Deleted").then((module) => module.DeletedNotice));
const DeletedActions = dynamic(() => import("./Deleted").then((module) => module.DeletedActions));
// Fields bring the words of the field with them: they are fetched when somebody narrows the shelf, or chooses columns.
const ShelfFilters = fetched(
  () => import("./ShelfFilters").then((module) => module.ShelfFilters),
  dynamic(() => import("./ShelfFilters").then((module) => module.ShelfFilters)),
);
const ColumnChoice = fetched(() => import("./ColumnChoice").then((module) => module.ColumnChoice));

const columnsOf = ({ columns }: ShelfColumns): ShelfOrder[] => columns;

/** All amplifiers, what each claims, and what it did. */
export function ShelfScreen({ shelf, columns }: { shelf: Shelf; columns: ShelfColumns }) {
  const router = useRouter();
  const { counts, view } = shelf;
  useKeys(
    useMemo(
      () => [{ key: "n", label: "New amplifier", run: () => router.push("/amplifiers/new") }],
      [router],
    ),
  );
  const isEmpty = counts.amplifiers === 0 && view.place === "shelf" && !isFiltered(view);
  return (
    <Box px={7} py={6} maxW="1320px">
      <Flex justify="space-between" align="center" gap={4} mb={5}>
        <Heading as="h1" fontSize="28px" letterSpacing="-0.01em">
          {headline(counts, view)}
        </Heading>
        {!isEmpty && <NewButton />}
      </Flex>
      {shelf.justDeleted && <DeletedNotice {...shelf.justDeleted} />}
      {isEmpty ? (
        <>
          <EmptyState
            title="Add the first amplifier"
            text="Describe the amplifier and enter what its maker claims. Rimebank then helps you measure it into dummy loads and judges each claim with its uncertainty."
          >
            <NewButton />
          </EmptyState>
          <Elsewhere view={view} counts={counts} />
        </>
      ) : (
        <Rows shelf={shelf} columns={columns} />
      )}
    </Box>
  );
}

const headline = (
  { amplifiers, judged, met, pending }: ShelfCounts,
  { place }: ShelfView,
): string => {
  if (place === "archive") return "Archive";
  if (place === "deleted") return "Deleted";
  if (amplifiers === 0) return "Shelf";
  if (pending > 0) return `${amplifiers} on the shelf`;
  if (judged === 0) return `${amplifiers} on the shelf, none measured yet`;
  return `${met} of ${judged} measured ${judged === 1 ? "amplifier meets" : "amplifiers meet"} every claim`;
};

function NewButton() {
  return (
    <ActionButton tone="primary" hotkey="N" asChild>
      <PageLink href="/amplifiers/new">
        <Plus size={18} /> New amplifier
      </PageLink>
    </ActionButton>
  );
}

/** Of what was deleted only its name is shown. */
const DELETED_COLUMNS: readonly ShelfOrder[] = ["kind", "last-run"];

const ofFilters = ({ kind: _, find: __, ...view }: ShelfView): boolean =>
  isFiltered({ ...view, kind: null, find: "" });

function Rows({ shelf, columns }: { shelf: Shelf; columns: ShelfColumns }) {
  const { rows, view, counts, labels } = shelf;
  const router = useRouter();
  const [isPending, startTransition] = useTransition();
  const [open, setOpen] = useState<Tool | null>(ofFilters(view) ? "filters" : null);
  const [chosen, setChosen] = useState(() => columnsOf(columns));
  const autosave = useAutosave({
    name: "columns",
    value: chosen,
    restore: setChosen,
    revision: columns.revision,
    asDraft: columnsOf,
    save: (content, revision) => saveWorkshopDocument("columns", { columns: content, revision }),
  });
  // Whoever changes two things at once goes on from the first, though its rows have not come yet.
  const asked = useRef(view);
  useEffect(() => {
    asked.current = view;
  }, [view]);
  const show = (change: Partial<ShelfView>) => {
    asked.current = { ...asked.current, page: 0, ...change };
    startTransition(() => router.replace(addressOf(asked.current)));
  };
  const isDeleted = view.place === "deleted";
  return (
    <Box opacity={isPending ? 0.6 : 1}>
      <HStack mb={3} gap={3}>
        <Finder find={view.find} onFind={(find) => show({ find })} />
        <Text color="muted" flex={1} aria-live="polite">
          {foundText(shelf)}
        </Text>
        {!isDeleted && <Tools view={view} open={open} onOpen={setOpen} />}
      </HStack>
      {open === "filters" && <ShelfFilters view={view} labels={labels} onFilter={show} />}
      {open === "columns" && (
        <ColumnChoice columns={chosen} onColumns={setChosen} autosave={autosave} />
      )}
      {rows.length > 0 && (
        <ShelfTable
          rows={rows}
          view={view}
          columns={isDeleted ? DELETED_COLUMNS : chosen}
          onOrder={show}
          actions={isDeleted ? (row) => <DeletedActions row={row} /> : undefined}
        />
      )}
      {rows.length === 0 && <Text mt={3}>{nothingText(view, counts)}</Text>}
      <Flex justify="space-between" align="center" mt={4} gap={4}>
        <Elsewhere view={view} counts={counts} />
        <Pages shelf={shelf} onPage={(page) => show({ page })} />
      </Flex>
    </Box>
  );
}

type Tool = "filters" | "columns";
type ToolsProps = { view: ShelfView; open: Tool | null; onOpen(tool: Tool | null): void };

/** What the shelf is narrowed and shown by, and what follows from all of it. */
function Tools({ view, open, onOpen }: ToolsProps) {
  const toggle = (tool: Tool) => ({
    minH: "40px",
    "aria-expanded": open === tool,
    onClick: () => onOpen(open === tool ? null : tool),
  });
  return (
    <>
      <ActionButton {...toggle("filters")}>
        <ListFilter size={16} /> Filter
      </ActionButton>
      <ActionButton {...toggle("columns")}>
        <Columns3 size={16} /> Columns
      </ActionButton>
      <ActionButton minH="40px" asChild>
        <PageLink href={addressOf({ ...view, page: 0 }, "/trends")}>
          <ChartColumn size={16} /> Trends
        </PageLink>
      </ActionButton>
    </>
  );
}

const foundText = ({ view, counts }: Shelf): string =>
  isFiltered(view) && view.place === "shelf"
    ? `${counts.found} of ${counts.amplifiers}`
    : `${counts.found} ${{ shelf: "on the shelf", archive: "in the archive", deleted: "deleted" }[view.place]}`;

const nothingText = (view: ShelfView, { found }: ShelfCounts): string => {
  if (found > 0) return "There is no such page.";
  if (!isFiltered(view))
    return {
      shelf: "The shelf is empty.",
      archive: "The archive is empty.",
      deleted: "Nothing is deleted.",
    }[view.place];
  return view.find
    ? `No matches for “${view.find}”${ofFilters(view) ? " with these filters" : ""}.`
    : "No amplifiers match these filters.";
};

function Finder({ find, onFind }: { find: string; onFind(find: string): void }) {
  const [text, setText] = useSettled(find, onFind);
  return (
    <Box w="100%" maxW="340px">
      <TextField
        label=""
        ariaLabel="Find on the shelf"
        placeholder="Maker, claim, any word"
        field={held(text, setText)}
      />
    </Box>
  );
}

const PLACE_WORDS: Record<ShelfPlace, (count: number | null) => string> = {
  shelf: () => "Back to the shelf",
  archive: (count) => `Archive: ${count}`,
  deleted: (count) => `Deleted: ${count}, restorable for 30 days`,
};

/** What of the same kind is elsewhere. */
function Elsewhere({ view, counts }: { view: ShelfView; counts: ShelfCounts }) {
  const places = (["shelf", "archive", "deleted"] as const).filter(
    (place) => place !== view.place && (place === "shelf" || counts[place] > 0),
  );
  return (
    <HStack gap={5} fontSize="15px">
      {places.map((place) => (
        <PageLink key={place} href={addressOf({ ...ALL_OF_THE_SHELF, find: view.find, place })}>
          <Text textDecoration="underline" textUnderlineOffset="4px" color="muted">
            {PLACE_WORDS[place](place === "shelf" ? null : counts[place])}
          </Text>
        </PageLink>
      ))}
    </HStack>
  );
}

function Pages({
  shelf: { view, pageCount },
  onPage,
}: {
  shelf: Shelf;
  onPage(page: number): void;
}) {
  if (pageCount < 2) return null;
  return (
    <HStack gap={4}>
      <Text color="muted">
        Page {view.page + 1} of {pageCount}
      </Text>
      <ActionButton
        aria-label="Page before"
        disabled={view.page === 0}
        onClick={() => onPage(view.page - 1)}
      >
        <ChevronLeft size={18} />
      </ActionButton>
      <ActionButton
        aria-label="Next page"
        disabled={view.page + 1 >= pageCount}
        onClick={() => onPage(view.page + 1)}
      >
        <ChevronRight size={18} />
      </ActionButton>
    </HStack>
  );
}
