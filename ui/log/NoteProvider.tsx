"use client";
import { createContext, useContext, useMemo, useState, type ReactNode } from "react";
import { fetchedOver } from "../parts/fetched";
import { useKeys } from "../parts/keys";
import type { NoteDialogProps } from "./NoteDialog";

const NoteDialog = fetchedOver<NoteDialogProps>(() =>
  import("./NoteDialog").then((module) => module.NoteDialog),
);

const NoteContext = createContext<{ open(): void }>({ open: () => {} });

/** Opens the note for the logbook. */
export const useNote = (): { open(): void } => useContext(NoteContext);

/** A note for the logbook is one key away on every screen of an amplifier. */
export function NoteProvider({
  amplifierId,
  children,
}: {
  amplifierId: string;
  children: ReactNode;
}) {
  const [isOpen, setOpen] = useState(false);
  const note = useMemo(() => ({ open: () => setOpen(true) }), []);
  useKeys(useMemo(() => [{ key: "l", label: "Note for the logbook", run: note.open }], [note]));
  return (
    <NoteContext value={note}>
      {children}
      {isOpen && <NoteDialog amplifierId={amplifierId} onClose={() => setOpen(false)} />}
    </NoteContext>
  );
}
