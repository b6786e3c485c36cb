import { HStack, Text } from "@chakra-ui/react";
import { Undo2 } from "lucide-react";
import { ActionButton } from "./ActionButton";
import type { Autosave } from "./useAutosave";

/** Whether what is on the screen has been kept, and the way back. */
export function KeptMark({ state, undo }: Autosave) {
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
      {undo && (
        <ActionButton type="button" minH="34px" px={2.5} fontSize="13.5px" onClick={undo}>
          <Undo2 size={14} /> Undo
        </ActionButton>
      )}
    </HStack>
  );
}
