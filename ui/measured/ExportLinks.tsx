import { HStack } from "@chakra-ui/react";
import type { Run } from "@/records";
import { ActionButton } from "../parts/ActionButton";

const STYLE = { minH: "36px", px: 3, fontSize: "13.5px" } as const;

/** The run as a table and as JSON. */
export function ExportLinks({ run }: { run: Run }) {
  return (
    <HStack gap={1.5}>
      {["csv", "json"].map((format) => (
        <ActionButton key={format} {...STYLE} asChild>
          <a href={`/api/runs/${run.id}/export?format=${format}`}>{format.toUpperCase()}</a>
        </ActionButton>
      ))}
    </HStack>
  );
}
