"use client";
import { Box, Flex, Text } from "@chakra-ui/react";
import { Archive, ArchiveRestore } from "lucide-react";
import { useState } from "react";
import { labelsIn, type FieldErrors, type Filing } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { TextField, held } from "../parts/fields";
import { KeptMark } from "../parts/KeptMark";
import { saveDocument } from "../parts/saves";
import { useAutosave } from "../parts/useAutosave";

type FilingDraft = { labels: string; isArchived: boolean };

const asDraft = ({ labels, isArchived }: Filing): FilingDraft => ({
  labels: labels.join(", "),
  isArchived,
});

/** How the reviewer files it: labels, and whether it is out of the way. Kept as it is typed. */
export function FilingForm({ amplifierId, filing }: { amplifierId: string; filing: Filing }) {
  const [draft, setDraft] = useState<FilingDraft>(() => asDraft(filing));
  const [errors, setErrors] = useState<FieldErrors>({});
  const autosave = useAutosave({
    name: `filing ${amplifierId}`,
    value: draft,
    restore: setDraft,
    revision: filing.revision,
    asDraft,
    save: async ({ labels, isArchived }, revision) => {
      const content = { labels: labelsIn(labels), isArchived, revision };
      const outcome = await saveDocument(amplifierId, "filing", content);
      setErrors(outcome.ok ? {} : outcome.errors);
      return outcome;
    },
  });
  const { isArchived } = draft;
  const Icon = isArchived ? ArchiveRestore : Archive;
  return (
    <Box as="form" aria-label="Filing" onSubmit={(event) => event.preventDefault()} mt={3}>
      <Flex gap={3} align="end">
        <Box flex={1}>
          <TextField
            label="Labels"
            placeholder="on loan, for spring"
            field={held(draft.labels, (labels) => setDraft({ ...draft, labels }))}
            error={Object.values(errors)[0]}
          />
        </Box>
        <ActionButton
          minH="40px"
          aria-pressed={isArchived}
          onClick={() => setDraft({ ...draft, isArchived: !isArchived })}
        >
          <Icon size={16} /> {isArchived ? "Return to shelf" : "Archive"}
        </ActionButton>
      </Flex>
      <Flex justify="space-between" mt={1}>
        <Text fontSize="13.5px" color="muted">
          {isArchived ? "In the archive." : ""}
        </Text>
        <KeptMark {...autosave} />
      </Flex>
    </Box>
  );
}
