import { Box, Grid, Table, Text } from "@chakra-ui/react";
import { amountText, type ShownReading } from "@/phrasing";

/** The uncertainty budget of a reading: a bar for each source's share, and the table that it is drawn from. */
export function Budget({
  reading: { budget, expandedUncertainty, quantity },
}: {
  reading: ShownReading;
}) {
  if (budget.length === 0) return null;
  return (
    <Box>
      <Text fontWeight={700} fontSize="14.5px" mb={1}>
        Uncertainty budget
      </Text>
      <Table.Root size="sm" css={{ "& td, & th": { borderColor: "rime", px: 0, py: 1, pr: 3 } }}>
        <Table.Header>
          <Table.Row bg="transparent">
            {["Source", "Share", "Std. uncertainty", "Type"].map((title) => (
              <Table.ColumnHeader key={title} fontSize="13px" color="muted" fontWeight={600}>
                {title}
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {budget.map((line) => (
            <Table.Row key={line.source} bg="transparent">
              <Table.Cell fontSize="13.5px">{line.source}</Table.Cell>
              <Table.Cell w="34%">
                <Grid templateColumns="minmax(0, 1fr) 44px" gap={2} alignItems="center">
                  <Box bg="rime" h="10px" borderRadius="2px">
                    <Box
                      bg="spruce"
                      h="10px"
                      borderRadius="2px"
                      w={`${Math.max(1, 100 * line.share)}%`}
                    />
                  </Box>
                  <Text fontSize="13px" textAlign="right">
                    {Math.round(100 * line.share)} %
                  </Text>
                </Grid>
              </Table.Cell>
              <Table.Cell fontSize="13.5px" whiteSpace="nowrap">
                {amountText(line.contribution, quantity)}
              </Table.Cell>
              <Table.Cell fontSize="13.5px">
                {line.type}
                {line.degreesOfFreedom === null ? "" : `, ${line.degreesOfFreedom} d.f.`}
              </Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
      <Text fontSize="13px" color="muted" mt={1}>
        Expanded uncertainty ± {amountText(expandedUncertainty, quantity)}, coverage about 95 %.
      </Text>
    </Box>
  );
}
