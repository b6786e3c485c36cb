"use client";
import { Box, HStack, Table } from "@chakra-ui/react";
import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  useReactTable,
} from "@tanstack/react-table";
import { ArrowDown, ArrowUp } from "lucide-react";
import type { ReactNode } from "react";
import { SHELF_COLUMNS, type ShelfOrder, type ShelfRow, type ShelfView } from "@/records";
import { Amount, ClaimCell, Day, LabelsCell, NameCell, Plain, VerdictCell } from "./ShelfCells";

const column = createColumnHelper<ShelfRow>();

const CELLS: Record<ShelfOrder, (row: ShelfRow) => ReactNode> = {
  name: (row) => <NameCell row={row} />,
  kind: ({ kind }) => <Plain>{kind}</Plain>,
  year: ({ year }) => <Plain>{year === null ? "" : String(year)}</Plain>,
  topology: ({ topology }) => <Plain>{topology}</Plain>,
  channels: ({ channelCount }) => <Plain>{String(channelCount)}</Plain>,
  supply: ({ supplies }) => <Plain>{supplies.join(", ")}</Plain>,
  claim: (row) => <ClaimCell row={row} />,
  margin: (row) => <VerdictCell row={row} />,
  kept: ({ counts: { kept, judged } }) => (
    <Plain>{judged > 0 ? `${kept} of ${judged}` : "none tested"}</Plain>
  ),
  honest: ({ honestWatts }) => <Amount value={honestWatts} unit="W" />,
  mass: ({ massKilograms }) => <Amount value={massKilograms} />,
  price: ({ price }) => <Amount value={price === null ? null : Math.round(price)} />,
  labels: ({ labels }) => <LabelsCell labels={labels} />,
  newest: ({ createdAt }) => <Day at={createdAt} />,
  "last-run": ({ lastRunAt }) => <Day at={lastRunAt} none="none yet" />,
};

const COLUMNS = SHELF_COLUMNS.map(({ name, label }) =>
  column.display({ id: name, header: label, cell: ({ row }) => CELLS[name](row.original) }),
);

export type ShelfTableProps = {
  rows: readonly ShelfRow[];
  view: ShelfView;
  /** Which columns are shown; the name always is. */
  columns: readonly ShelfOrder[];
  onOrder(change: Pick<ShelfView, "order" | "descending">): void;
  /** What can be done with a row, at its end. */
  actions?(row: ShelfRow): ReactNode;
};

/** Amplifiers in the order that was asked for, which a press on a column changes. */
export function ShelfTable({ rows, view, columns, onOrder, actions }: ShelfTableProps) {
  const visible = Object.fromEntries(
    SHELF_COLUMNS.map(({ name }) => [name, name === "name" || columns.includes(name)]),
  );
  const table = useReactTable({
    data: rows as ShelfRow[],
    columns: COLUMNS,
    state: { columnVisibility: visible },
    getCoreRowModel: getCoreRowModel(),
    manualSorting: true,
  });
  return (
    <Box
      borderWidth="1px"
      borderColor="rime"
      borderRadius="panel"
      bg="surface"
      overflowX="auto"
      tabIndex={columns.length > 6 ? 0 : undefined}
    >
      <Table.Root
        size="md"
        bg="surface"
        css={{ "& td, & th": { borderColor: "rime", px: 4, py: 3 } }}
      >
        <Table.Header>
          {table.getHeaderGroups().map((group) => (
            <Table.Row key={group.id} bg="surface">
              {group.headers.map((header) => (
                <Header
                  key={header.id}
                  order={header.id as ShelfOrder}
                  view={view}
                  onOrder={onOrder}
                >
                  {flexRender(header.column.columnDef.header, header.getContext())}
                </Header>
              ))}
              {actions && <Table.ColumnHeader />}
            </Table.Row>
          ))}
        </Table.Header>
        <Table.Body>
          {table.getRowModel().rows.map((row) => (
            <Table.Row key={row.original.id} bg="surface" verticalAlign="top">
              {row.getVisibleCells().map((cell) => (
                <Table.Cell key={cell.id}>
                  {flexRender(cell.column.columnDef.cell, cell.getContext())}
                </Table.Cell>
              ))}
              {actions && <Table.Cell>{actions(row.original)}</Table.Cell>}
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}

function Header({
  order,
  view,
  onOrder,
  children,
}: Pick<ShelfTableProps, "view" | "onOrder"> & { order: ShelfOrder; children: ReactNode }) {
  const isSorted = view.order === order;
  const sorted = view.descending ? "descending" : "ascending";
  return (
    <Table.ColumnHeader aria-sort={isSorted ? sorted : "none"}>
      <button
        type="button"
        onClick={() => onOrder({ order, descending: isSorted && !view.descending })}
      >
        <HStack gap={1} color="muted" fontWeight={500} fontSize="14px" whiteSpace="nowrap">
          {children}
          {isSorted && (view.descending ? <ArrowDown size={14} /> : <ArrowUp size={14} />)}
        </HStack>
      </button>
    </Table.ColumnHeader>
  );
}
