import { Box, Heading, Text } from "@chakra-ui/react";
import { type Timeline } from "@/core/plan";
import { RUN_KINDS } from "@/core/run";
import { durationText } from "../parts/durationText";
import { conditionsText } from "@/records/facts";

export type ChecklistProps = {
  title: string;
  timeline: Timeline;
  cautions: readonly string[];
  provesOf(id: string): string;
};

/** The plan on paper: a box to tick for every caution and every run. Shown when printing only. */
export function Checklist({ title, timeline, cautions, provesOf }: ChecklistProps) {
  return (
    <Box display={{ base: "none", _print: "block" }} color="black" bg="white">
      <Heading as="h1" fontSize="22px">
        {title}
      </Heading>
      <Text mb={3}>
        {timeline.entries.length} runs, {durationText(timeline.totalSeconds)} with pauses. Date:
        ______________ Ambient: ______ °C
      </Text>
      {cautions.map((caution) => (
        <Text key={caution}>☐ {caution}</Text>
      ))}
      <Box
        as="table"
        w="100%"
        mt={4}
        css={{
          borderCollapse: "collapse",
          "& td, & th": {
            borderTop: "1px solid #999",
            padding: "5px 8px",
            textAlign: "start",
            verticalAlign: "top",
            fontSize: "12px",
          },
        }}
      >
        <thead>
          <tr>
            <th />
            <th>Run</th>
            <th>Conditions</th>
            <th>Time</th>
            <th>Proves</th>
            <th>Reading</th>
          </tr>
        </thead>
        <tbody>
          {timeline.entries.map(({ run, coolSeconds, hotBody }, index) => (
            <tr key={run.id}>
              <td>☐ {index + 1}</td>
              <td>
                <b>{RUN_KINDS[run.kind].title}</b>
                {coolSeconds > 0 && ` (first cool for ${durationText(coolSeconds)}: ${hotBody})`}
              </td>
              <td>{conditionsText(run)}</td>
              <td>{durationText(run.seconds)}</td>
              <td>{provesOf(run.id)}</td>
              <td style={{ minWidth: 110 }} />
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}
