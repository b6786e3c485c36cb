import { HStack, Text } from "@chakra-ui/react";
import { Undo2 } from "lucide-react";
import { useState, type ReactNode } from "react";
import { ActionButton } from "./ActionButton";
import type { BothDialogProps } from "./BothDialog";
import { fetchedWhenOpen } from "./fetched";
import type { Autosave } from "./useAutosave";

const BothDialog = fetchedWhenOpen<BothDialogProps>(() =>
  import("./BothDialog").then((module) => module.BothDialog),
);

/** Whether what is on the screen has been kept, and the way back. */
export function KeptMark({ state, mine, undo, keepMine, takeTheirs }: Autosave) {
  const [isOpen, setOpen] = useState(false);
  const conflict = typeof state === "object" && "theirs" in state ? state : null;
  const then = (choose: () => void) => () => {
    setOpen(false);
    choose();
  };
  return (
    <HStack gap={3} role="status">
      {typeof state === "object" ? (
        <Text color="ember" fontSize="13.5px" fontWeight={500}>
          {conflict ? "Changed in another window." : state.message}
        </Text>
      ) : (
        <Text color={state === "kept" ? "muted" : "ochre"} fontSize="13.5px">
          {state === "kept" ? "Saved" : "Saving…"}
        </Text>
      )}
      {conflict && (
        <>
          <SmallButton onClick={() => setOpen(true)}>Compare versions</SmallButton>
          <BothDialog
            open={isOpen}
            mine={mine}
            theirs={conflict.theirs}
            onKeepMine={then(keepMine)}
            onTakeTheirs={then(takeTheirs)}
            onClose={() => setOpen(false)}
          />
        </>
      )}
      {undo && !conflict && (
        <SmallButton onClick={undo}>
          <Undo2 size={14} /> Undo
        </SmallButton>
      )}
    </HStack>
  );
}

function SmallButton({ onClick, children }: { onClick(): void; children: ReactNode }) {
  return (
    <ActionButton type="button" minH="34px" px={2.5} fontSize="13.5px" onClick={onClick}>
      {children}
    </ActionButton>
  );
}
