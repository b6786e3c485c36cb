import { Box, Heading, HStack, Table, Text } from "@chakra-ui/react";
import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  useReactTable,
  type SortingState,
} from "@tanstack/react-table";
import { ArrowDown, ArrowUp } from "lucide-react";
import { useMemo, useState } from "react";
import { FIGURE_COLUMNS, type AmplifierFigure } from "@/records/facts";
import type { ShownComparison } from "@/records/facts";
import { held, TextField } from "../parts/fields";
import { PageLink } from "../parts/PageLink";
import { Panel } from "../parts/Panel";
import { shownFigure } from "@/phrasing";

type Row = ShownComparison["amplifiers"][number];
const column = createColumnHelper<Row>();

/** The amplifiers of a comparison in figures, each with its uncertainty; sorted by any of them. */
export function FiguresTable({ amplifiers }: { amplifiers: readonly Row[] }) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const [find, setFind] = useState("");
  // What is known of none of them is no column.
  const withColumns = useMemo(
    () =>
      FIGURE_COLUMNS.filter((_, k) => amplifiers.some(({ figures }) => figures[k].value !== null)),
    [amplifiers],
  );
  const columns = useMemo(
    () => [
      column.accessor("name", {
        header: "Amplifier",
        cell: ({ row }) => (
          <PageLink href={`/amplifiers/${row.original.id}/verdict`}>
            <b>{row.original.name}</b>
          </PageLink>
        ),
      }),
      ...withColumns.map(({ name, label, isMore }) => {
        const place = FIGURE_COLUMNS.findIndex((each) => each.name === name);
        return column.accessor((row) => row.figures[place].value ?? undefined, {
          id: name,
          header: label,
          sortDescFirst: isMore,
          sortUndefined: "last",
          cell: ({ row }) => <Cell id={row.original.id} figure={row.original.figures[place]} />,
        });
      }),
    ],
    [withColumns],
  );
  const table = useReactTable({
    data: amplifiers as Row[],
    columns,
    state: { sorting, globalFilter: find },
    onSortingChange: setSorting,
    globalFilterFn: (row, _, words: string) =>
      row.original.name.toLowerCase().includes(words.trim().toLowerCase()),
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
  });
  return (
    <Panel data-testid="figures">
      <HStack justify="space-between" align="end" mb={2} gap={4}>
        <Heading as="h2" fontSize="18px">
          Figures
        </Heading>
        {amplifiers.length > 2 && (
          <Box w="220px">
            <TextField label="Find" field={held(find, setFind)} />
          </Box>
        )}
      </HStack>
      <Box overflowX="auto">
        <Table.Root size="sm" css={{ "& td, & th": { borderColor: "rime", px: 2.5, py: 2 } }}>
          <Table.Header>
            {table.getHeaderGroups().map((group) => (
              <Table.Row key={group.id} bg="surface">
                {group.headers.map((header) => {
                  const sorted = header.column.getIsSorted();
                  return (
                    <Table.ColumnHeader
                      key={header.id}
                      aria-sort={sortWords(sorted)}
                      textAlign={header.id === "name" ? "left" : "right"}
                      fontSize="13px"
                    >
                      <button type="button" onClick={header.column.getToggleSortingHandler()}>
                        {flexRender(header.column.columnDef.header, header.getContext())}{" "}
                        {sorted === "asc" && <ArrowUp size={13} style={{ display: "inline" }} />}
                        {sorted === "desc" && <ArrowDown size={13} style={{ display: "inline" }} />}
                      </button>
                    </Table.ColumnHeader>
                  );
                })}
              </Table.Row>
            ))}
          </Table.Header>
          <Table.Body>
            {table.getRowModel().rows.map((row) => (
              <Table.Row key={row.id} bg="surface">
                {row.getVisibleCells().map((cell) => (
                  <Table.Cell
                    key={cell.id}
                    textAlign={cell.column.id === "name" ? "left" : "right"}
                    whiteSpace="nowrap"
                  >
                    {flexRender(cell.column.columnDef.cell, cell.getContext())}
                  </Table.Cell>
                ))}
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      </Box>
      <Text fontSize="13.5px" color="muted" mt={2}>
        Weakest channel, default settings, all channels driven where available. Simulated results
        are in italics.
      </Text>
    </Panel>
  );
}

const sortWords = (sorted: false | "asc" | "desc") => {
  if (!sorted) return "none";
  return sorted === "asc" ? "ascending" : "descending";
};

function Cell({ id, figure }: { id: string; figure: AmplifierFigure }) {
  const { prefix, value, unit, plusMinus } = shownFigure(figure);
  const text = (
    <Box as="span" fontStyle={figure.isRehearsed ? "italic" : "normal"}>
      <b>
        {prefix} {value}
      </b>{" "}
      {unit}
      {plusMinus && (
        <Text as="span" color="muted" fontSize="13px">
          {" "}
          ± {plusMinus}
        </Text>
      )}
    </Box>
  );
  return figure.runId ? (
    <PageLink href={`/amplifiers/${id}/bench?run=${figure.runId}`}>{text}</PageLink>
  ) : (
    text
  );
}
