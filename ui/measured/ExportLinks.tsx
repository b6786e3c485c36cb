import { HStack } from "@chakra-ui/react";
import { channelLetter } from "@/core/verdict";
import type { Run } from "@/records";
import { ActionButton } from "../parts/ActionButton";

const STYLE = { minH: "36px", px: 3, fontSize: "13.5px" } as const;

/** The run as a table and as JSON; a response as text too, a file a channel. */
export function ExportLinks({ run }: { run: Run }) {
  return (
    <HStack gap={1.5}>
      {["csv", "json"].map((format) => (
        <ActionButton key={format} {...STYLE} asChild>
          <a href={`/api/runs/${run.id}/export?format=${format}`}>{format.toUpperCase()}</a>
        </ActionButton>
      ))}
      {run.result.channels.map(({ curves }, k) =>
        curves.some(({ name }) => name.startsWith("magnitude")) ? (
          <ActionButton key={`txt-${k}`} {...STYLE} asChild>
            <a href={`/api/runs/${run.id}/export?format=txt&channel=${k}`}>
              TXT {channelLetter(run.conditions.channels[k].channelIndex)}
            </a>
          </ActionButton>
        ) : null,
      )}
    </HStack>
  );
}
