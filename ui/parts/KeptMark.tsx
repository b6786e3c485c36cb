import { HStack, Text } from "@chakra-ui/react";
import { Undo2 } from "lucide-react";
import { ActionButton } from "./ActionButton";
import type { AutosaveState } from "./useAutosave";

/** Whether what is on the screen has been kept, and the way back. */
export function KeptMark({ state, onUndo }: { state: AutosaveState; onUndo?: () => void }) {
  return (
    <HStack gap={3} role="status">
      {typeof state === "object" ? (
        <Text color="ember" fontSize="13.5px" fontWeight={500}>
          {state.message}
        </Text>
      ) : (
        <Text color={state === "kept" ? "muted" : "ochre"} fontSize="13.5px">
          {state === "kept" ? "kept" : "keeping…"}
        </Text>
      )}
      {onUndo && (
        <ActionButton minH="34px" px={2.5} fontSize="13.5px" onClick={onUndo}>
          <Undo2 size={14} /> Undo
        </ActionButton>
      )}
    </HStack>
  );
}
