"use client";
import { Box, Flex, Heading, HStack, Input, Table, Text } from "@chakra-ui/react";
import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  useReactTable,
  type SortingState,
} from "@tanstack/react-table";
import { format } from "date-fns";
import { ArrowDown, ArrowUp, Plus } from "lucide-react";
import NextLink from "next/link";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { formatFixed, formatWithUncertainty } from "@/core/units";
import { ClaimStrip } from "../charts/ClaimStrip";
import { ActionButton } from "../parts/ActionButton";
import { EmptyState } from "../parts/EmptyState";
import { useKeys } from "../parts/keys";
import { unbroken } from "../parts/unbroken";
import { VerdictWord } from "../verdict/VerdictWord";
import type { ShelfRow } from "./shelfRow";

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
  column.accessor((row) => row.claim?.text ?? "", {
    id: "claim",
    header: "Claim",
    cell: ({ row }) => <ClaimCell row={row.original} />,
  }),
  column.accessor((row) => row.claim?.verdict.measured?.marginRatio ?? -2, {
    id: "verdict",
    header: "Measured against the claim",
    cell: ({ row }) => <VerdictCell row={row.original} />,
  }),
  column.accessor((row) => row.lastRunAt ?? "", {
    id: "run",
    header: "Last run",
    cell: (cell) => (
      <Text color="muted" whiteSpace="nowrap">
        {cell.getValue() ? format(new Date(cell.getValue()), "d MMM yyyy") : "none yet"}
      </Text>
    ),
  }),
];

/** All amplifiers, what each claims, and what it did. */
export function ShelfScreen({ rows }: { rows: readonly ShelfRow[] }) {
  const router = useRouter();
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
          {headline(rows)}
        </Heading>
        {rows.length > 0 && <NewButton />}
      </Flex>
      {rows.length > 0 ? (
        <ShelfTable rows={rows} />
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

const headline = (rows: readonly ShelfRow[]): string => {
  const judged = rows.filter(({ claim }) => claim && claim.verdict.status !== "not-tested");
  if (rows.length === 0) return "Shelf";
  const kept = judged.filter(({ claim }) => claim?.verdict.status === "met").length;
  return judged.length === 0
    ? `${rows.length} on the shelf, none measured yet`
    : `${kept} of ${judged.length} measured ${judged.length === 1 ? "amplifier keeps its" : "amplifiers keep their"} promise`;
};

function NewButton() {
  return (
    <ActionButton tone="primary" hotkey="N" asChild>
      <NextLink href="/amplifiers/new">
        <Plus size={18} /> New amplifier
      </NextLink>
    </ActionButton>
  );
}

function ShelfTable({ rows }: { rows: readonly ShelfRow[] }) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const [filter, setFilter] = useState("");
  const table = useReactTable({
    data: rows as ShelfRow[],
    columns,
    state: { sorting, globalFilter: filter },
    onSortingChange: setSorting,
    onGlobalFilterChange: setFilter,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
  });
  return (
    <Box>
      {rows.length > 4 && (
        <Input
          aria-label="Find on the shelf"
          placeholder="Find a maker, model or claim"
          value={filter}
          onChange={(event) => setFilter(event.target.value)}
          maxW="320px"
          mb={3}
          bg="surface"
          borderColor="rime"
        />
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
                <Table.ColumnHeader
                  key={header.id}
                  aria-sort={
                    { asc: "ascending", desc: "descending", false: "none" }[
                      String(header.column.getIsSorted())
                    ] as "ascending" | "descending" | "none"
                  }
                >
                  <button type="button" onClick={header.column.getToggleSortingHandler()}>
                    <HStack gap={1} color="muted" fontWeight={500} fontSize="14px">
                      {flexRender(header.column.columnDef.header, header.getContext())}
                      {header.column.getIsSorted() === "asc" && <ArrowUp size={14} />}
                      {header.column.getIsSorted() === "desc" && <ArrowDown size={14} />}
                    </HStack>
                  </button>
                </Table.ColumnHeader>
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
      {table.getRowModel().rows.length === 0 && (
        <Text color="muted" mt={3}>
          Nothing on the shelf matches “{filter}”.
        </Text>
      )}
    </Box>
  );
}

function NameCell({ row }: { row: ShelfRow }) {
  const stage = row.claim?.verdict.measured ? "verdict" : row.claim ? "bench" : "brief";
  return (
    <NextLink href={`/amplifiers/${row.id}/${stage}`}>
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
    </NextLink>
  );
}

function ClaimCell({ row }: { row: ShelfRow }) {
  if (!row.claim) return <Text color="muted">no claim written down yet</Text>;
  return (
    <Box maxW="260px">
      <Text lineHeight={1.35}>{unbroken(row.claim.text)}</Text>
      {row.moreClaims > 0 && (
        <Text fontSize="14px" color="muted">
          and {row.moreClaims} more
        </Text>
      )}
    </Box>
  );
}

function VerdictCell({ row }: { row: ShelfRow }) {
  if (!row.claim) return null;
  const { verdict, powerWatts } = row.claim;
  const { measured } = verdict;
  if (!measured) return <VerdictWord status={verdict.status} />;
  const { value, uncertainty } = formatWithUncertainty(
    measured.powerWatts,
    measured.powerWattsExpandedUncertainty,
  );
  return (
    <Flex gap={5} align="center">
      <Box minW="150px">
        <Text fontSize="20px" fontWeight={700} lineHeight={1.2} whiteSpace="nowrap">
          {value} W{" "}
          <Text as="span" fontSize="14px" fontWeight={400} color="muted">
            ± {uncertainty}
          </Text>
        </Text>
        <VerdictWord status={verdict.status} />
      </Box>
      <Box>
        <ClaimStrip
          claimedWatts={powerWatts}
          reading={{
            value: measured.powerWatts,
            plusMinus: measured.powerWattsExpandedUncertainty,
          }}
          widthPx={170}
          showNumber={false}
          caption={verdict.sentence}
        />
        <Text fontSize="13.5px" color="muted" mt={-0.5}>
          {formatFixed(100 * Math.abs(measured.marginRatio), 1)} %{" "}
          {measured.marginRatio < 0 ? "under" : "over"} {powerWatts} W
        </Text>
      </Box>
    </Flex>
  );
}
