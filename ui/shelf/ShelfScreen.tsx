"use client";
import { Box, Flex, Heading, HStack, Input, Table, Text } from "@chakra-ui/react";
import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  useReactTable,
} from "@tanstack/react-table";
import { format } from "date-fns";
import { ArrowDown, ArrowUp, ChevronLeft, ChevronRight, Plus } from "lucide-react";
import { PageLink } from "../parts/PageLink";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useState, useTransition, type ReactNode } from "react";
import { formatFixed, formatWithUncertainty } from "@/core/units";
import type { Shelf, ShelfCounts, ShelfOrder, ShelfRow, ShelfView } from "@/records";
import { ClaimStrip } from "../charts/ClaimStrip";
import { ActionButton } from "../parts/ActionButton";
import { EmptyState } from "../parts/EmptyState";
import { useKeys } from "../parts/keys";
import { unbroken } from "../parts/unbroken";
import { VerdictWord } from "../verdict/VerdictWord";
import { addressOf } from "./addressOf";

const column = createColumnHelper<ShelfRow>();

const columns = [
  column.accessor("name", {
    header: "Amplifier",
    cell: ({ row }) => <NameCell row={row.original} />,
  }),
  column.accessor("kind", {
    header: "Kind",
    cell: (cell) => <Text color="muted">{cell.getValue()}</Text>,
  }),
  column.display({
    id: "claim",
    header: "Claim",
    cell: ({ row }) => <ClaimCell row={row.original} />,
  }),
  column.display({
    id: "margin",
    header: "Measured against the claim",
    cell: ({ row }) => <VerdictCell row={row.original} />,
  }),
  column.accessor((row) => row.lastRunAt ?? "", {
    id: "last-run",
    header: "Last run",
    cell: (cell) => (
      <Text color="muted" whiteSpace="nowrap" suppressHydrationWarning>
        {cell.getValue() ? format(new Date(cell.getValue()), "d MMM yyyy") : "none yet"}
      </Text>
    ),
  }),
];

/** Columns that the shelf can be ordered by. */
const ORDERS: readonly string[] = ["name", "kind", "margin", "last-run"] satisfies ShelfOrder[];

/** All amplifiers, what each claims, and what it did. */
export function ShelfScreen({ shelf }: { shelf: Shelf }) {
  const router = useRouter();
  const { counts } = shelf;
  useKeys(
    useMemo(
      () => [{ key: "n", label: "New amplifier", run: () => router.push("/amplifiers/new") }],
      [router],
    ),
  );
  return (
    <Box px={7} py={6} maxW="1200px">
      <Flex justify="space-between" align="center" gap={4} mb={5}>
        <Heading as="h1" fontSize="28px" letterSpacing="-0.01em">
          {headline(counts)}
        </Heading>
        {counts.amplifiers > 0 && <NewButton />}
      </Flex>
      {counts.amplifiers > 0 ? (
        <ShelfTable shelf={shelf} />
      ) : (
        <EmptyState
          title="Put the first amplifier on the shelf"
          text="Write down what it is and what its maker claims. Rimebank then measures it into your dummy loads and says whether the claim is true, and how sure that is."
        >
          <NewButton />
        </EmptyState>
      )}
    </Box>
  );
}

const headline = ({ amplifiers, judged, met, pending }: ShelfCounts): string => {
  if (amplifiers === 0) return "Shelf";
  if (pending > 0) return `${amplifiers} on the shelf`;
  if (judged === 0) return `${amplifiers} on the shelf, none measured yet`;
  return `${met} of ${judged} measured ${judged === 1 ? "amplifier keeps" : "amplifiers keep"} every promise`;
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

/** From this many on, the shelf is long enough to be searched. */
const LONG = 5;
const TYPING_PAUSE_MS = 250;

function ShelfTable({ shelf: { rows, view, counts, pageCount } }: { shelf: Shelf }) {
  const router = useRouter();
  const [isPending, startTransition] = useTransition();
  const show = (change: Partial<ShelfView>) =>
    startTransition(() => router.replace(addressOf({ ...view, page: 0, ...change })));
  const table = useReactTable({
    data: rows as ShelfRow[],
    columns,
    getCoreRowModel: getCoreRowModel(),
    manualSorting: true,
  });
  return (
    <Box opacity={isPending ? 0.6 : 1}>
      {counts.amplifiers >= LONG && (
        <Finder find={view.find} onFind={(find) => show({ find })} counts={counts} />
      )}
      <Table.Root
        size="md"
        bg="surface"
        borderWidth="1px"
        borderColor="rime"
        borderRadius="panel"
        overflow="hidden"
        css={{ "& td, & th": { borderColor: "rime", px: 4, py: 3 } }}
      >
        <Table.Header>
          {table.getHeaderGroups().map((group) => (
            <Table.Row key={group.id} bg="surface">
              {group.headers.map((header) => (
                <Header key={header.id} id={header.id} view={view} onOrder={show}>
                  {flexRender(header.column.columnDef.header, header.getContext())}
                </Header>
              ))}
            </Table.Row>
          ))}
        </Table.Header>
        <Table.Body>
          {table.getRowModel().rows.map((row) => (
            <Table.Row key={row.id} bg="surface" verticalAlign="top">
              {row.getVisibleCells().map((cell) => (
                <Table.Cell key={cell.id}>
                  {flexRender(cell.column.columnDef.cell, cell.getContext())}
                </Table.Cell>
              ))}
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
      {rows.length === 0 && (
        <Text color="muted" mt={3}>
          {view.find ? `Nothing on the shelf matches “${view.find}”.` : "There is no such page."}
        </Text>
      )}
      {pageCount > 1 && (
        <HStack mt={4} gap={4} justify="flex-end">
          <Text color="muted">
            Page {view.page + 1} of {pageCount}
          </Text>
          <ActionButton
            aria-label="Page before"
            disabled={view.page === 0}
            onClick={() => show({ page: view.page - 1 })}
          >
            <ChevronLeft size={18} />
          </ActionButton>
          <ActionButton
            aria-label="Next page"
            disabled={view.page + 1 >= pageCount}
            onClick={() => show({ page: view.page + 1 })}
          >
            <ChevronRight size={18} />
          </ActionButton>
        </HStack>
      )}
    </Box>
  );
}

type FinderProps = { find: string; onFind(find: string): void; counts: ShelfCounts };

function Finder({ find, onFind, counts }: FinderProps) {
  const [text, setText] = useState(find);
  useEffect(() => {
    if (text.trim() === find) return;
    const pause = setTimeout(() => onFind(text.trim()), TYPING_PAUSE_MS);
    return () => clearTimeout(pause);
  }, [text, find, onFind]);
  return (
    <HStack mb={3} gap={4}>
      <Input
        aria-label="Find on the shelf"
        placeholder="Find a maker, model or claim"
        value={text}
        onChange={(event) => setText(event.target.value)}
        maxW="320px"
        bg="surface"
        borderColor="rime"
      />
      <Text color="muted">
        {find ? `${counts.found} of ${counts.amplifiers}` : `${counts.amplifiers} on the shelf`}
      </Text>
    </HStack>
  );
}

type HeaderProps = {
  id: string;
  view: ShelfView;
  onOrder(change: Pick<ShelfView, "order" | "descending">): void;
  children: ReactNode;
};

function Header({ id, view, onOrder, children }: HeaderProps) {
  const isOrder = ORDERS.includes(id);
  const isSorted = view.order === id;
  const label = (
    <HStack gap={1} color="muted" fontWeight={500} fontSize="14px">
      {children}
      {isSorted && (view.descending ? <ArrowDown size={14} /> : <ArrowUp size={14} />)}
    </HStack>
  );
  const sorted = view.descending ? "descending" : "ascending";
  return (
    <Table.ColumnHeader aria-sort={isSorted ? sorted : "none"}>
      {isOrder ? (
        <button
          type="button"
          onClick={() =>
            onOrder({ order: id as ShelfOrder, descending: isSorted && !view.descending })
          }
        >
          {label}
        </button>
      ) : (
        label
      )}
    </Table.ColumnHeader>
  );
}

function NameCell({ row }: { row: ShelfRow }) {
  const before = row.claim ? "bench" : "brief";
  const stage = row.counts.judged > 0 ? "verdict" : before;
  return (
    <PageLink href={`/amplifiers/${row.id}/${stage}`}>
      <Text
        fontSize="18px"
        fontWeight={700}
        lineHeight={1.25}
        textDecoration="underline"
        textDecorationColor="rime"
        textUnderlineOffset="4px"
      >
        {row.name}
      </Text>
      <Text fontSize="14px" color="muted">
        {row.line}
      </Text>
    </PageLink>
  );
}

function ClaimCell({ row: { claim, counts } }: { row: ShelfRow }) {
  if (!claim) return <Text color="muted">no claim written down yet</Text>;
  return (
    <Box maxW="260px">
      <Text lineHeight={1.35}>{unbroken(claim.text)}</Text>
      {counts.claims > 1 && (
        <Text fontSize="14px" color="muted">
          {counts.judged === 0
            ? `and ${counts.claims - 1} more`
            : `${counts.kept} of ${counts.claims} claims kept`}
        </Text>
      )}
    </Box>
  );
}

function VerdictCell({ row: { claim } }: { row: ShelfRow }) {
  if (!claim) return null;
  const { strip, outcome, isRehearsed, sentence } = claim;
  if (!strip)
    return (
      <Box>
        <VerdictWord status={outcome} />
        {isRehearsed && (
          <Text fontSize="13.5px" color="muted">
            rehearsed only
          </Text>
        )}
      </Box>
    );
  const { value, uncertainty } = formatWithUncertainty(strip.value, strip.plusMinus);
  const marginRatio = strip.value / strip.claimedWatts - 1;
  return (
    <Flex gap={5} align="center">
      <Box minW="150px">
        <Text fontSize="20px" fontWeight={700} lineHeight={1.2} whiteSpace="nowrap">
          {value} W{" "}
          <Text as="span" fontSize="14px" fontWeight={400} color="muted">
            ± {uncertainty}
          </Text>
        </Text>
        <VerdictWord status={outcome} />
      </Box>
      <Box>
        <ClaimStrip
          claimedWatts={strip.claimedWatts}
          reading={strip}
          widthPx={170}
          showNumber={false}
          caption={sentence}
        />
        <Text fontSize="13.5px" color="muted" mt={-0.5}>
          {formatFixed(100 * Math.abs(marginRatio), 1)} % {marginRatio < 0 ? "under" : "over"}{" "}
          {strip.claimedWatts} W
        </Text>
      </Box>
    </Flex>
  );
}
