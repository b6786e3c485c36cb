import { Box, Table, VisuallyHidden } from "@chakra-ui/react";
import { RUN_KINDS, type Figure } from "@/core/run";
import { channelLetter } from "@/core/verdict";
import type { Run } from "@/records";
import type { RunReadings } from "@/records/facts";
import { channelLook } from "@/drawing/channelLook";
import { unbroken } from "../parts/unbroken";
import { Explain } from "../words/Explain";
import { termOfFigure } from "../words/figureTerms";
import { shownFigure } from "@/phrasing";

/** A reading in the table; in a narrow column its uncertainty goes below it. */
function FigureCell({ figure }: { figure: Figure }) {
  const { value, unit, plusMinus, prefix } = shownFigure(figure);
  return (
    <>
      <Box as="span" whiteSpace="nowrap">
        {[prefix, value, unit].filter(Boolean).join(" ")}
      </Box>
      {plusMinus && (
        <>
          {" "}
          <Box as="span" whiteSpace="nowrap" color="muted" fontWeight={500}>
            ± {plusMinus}
          </Box>
        </>
      )}
    </>
  );
}

/** What a row is, and a press away what that means. */
function FigureLabel({ figure }: { figure: Figure | null }) {
  const term = figure && termOfFigure(figure);
  const label = unbroken(figure?.label ?? "");
  return term ? <Explain term={term}>{label}</Explain> : label;
}

/** All readings but the first, which is shown large; a row a reading, a column a channel. */
export function FigureTable({ run, figures: all }: { run: Run; figures: RunReadings["figures"] }) {
  const { isOfWholeAmplifier } = RUN_KINDS[run.kind];
  const channels = isOfWholeAmplifier ? all.slice(0, 1) : all;
  const names = [
    ...new Set(channels.flatMap((figures) => figures.slice(1).map(({ name }) => name))),
  ];
  const labelShare = channels.length > 1 ? "34%" : "58%";
  return (
    <Table.Root
      size="sm"
      minW={channels.length > 3 ? `${110 + 84 * channels.length}px` : undefined}
      css={{
        tableLayout: "fixed",
        "& th:first-of-type": {
          width: channels.length > 3 ? "110px" : labelShare,
        },
        "& td, & th": { borderColor: "rime", px: 0, py: "5px", bg: "surface" },
        "& td + td, & th + th": { pl: 2.5 },
      }}
    >
      <Table.Header>
        <Table.Row>
          <Table.ColumnHeader>
            <VisuallyHidden>Reading</VisuallyHidden>
          </Table.ColumnHeader>
          {run.conditions.channels.slice(0, channels.length).map(({ channelIndex }) => (
            <Table.ColumnHeader
              key={channelIndex}
              textAlign="end"
              color={channelLook(channelIndex).color}
              fontWeight={700}
            >
              {isOfWholeAmplifier ? (
                <VisuallyHidden>Amplifier</VisuallyHidden>
              ) : (
                channelLetter(channelIndex)
              )}
            </Table.ColumnHeader>
          ))}
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {names.map((name) => {
          const found = channels.map(
            (figures) => figures.find((figure) => figure.name === name) ?? null,
          );
          return (
            <Table.Row key={name}>
              <Table.Cell color="muted" fontSize="14px">
                <FigureLabel figure={found.find((figure) => figure) ?? null} />
              </Table.Cell>
              {found.map((figure, k) => (
                <Table.Cell key={k} textAlign="end" fontWeight={600} fontSize="14px">
                  {figure && <FigureCell figure={figure} />}
                </Table.Cell>
              ))}
            </Table.Row>
          );
        })}
      </Table.Body>
    </Table.Root>
  );
}
