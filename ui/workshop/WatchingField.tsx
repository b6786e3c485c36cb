"use client";
import { useState } from "react";
import type { FieldErrors, Watching } from "@/records";
import { TextField, held } from "../parts/fields";
import { KeptMark } from "../parts/KeptMark";
import { saveWorkshopDocument } from "../parts/saves";
import { useAutosave } from "../parts/useAutosave";

const folderOf = ({ folder }: Watching): string => folder;

/** Where another program saves its recordings. */
export function WatchingField({
  watching,
  trouble,
}: {
  watching: Watching;
  /** What is wrong with the folder that is kept; null where nothing is. */
  trouble: string | null;
}) {
  const [folder, setFolder] = useState(watching.folder);
  const [errors, setErrors] = useState<FieldErrors>({});
  const autosave = useAutosave({
    name: "watching",
    value: folder,
    restore: setFolder,
    revision: watching.revision,
    asDraft: folderOf,
    save: async (content, revision) => {
      const outcome = await saveWorkshopDocument("watching", { folder: content, revision });
      setErrors(outcome.ok ? {} : outcome.errors);
      return outcome;
    },
  });
  return (
    <>
      <TextField
        label="Watched folder"
        field={held(folder, setFolder)}
        placeholder="none"
        error={errors.folder ?? (folder === watching.folder ? trouble : null)}
        help="Recordings saved there by another program appear on the Bench."
      />
      {typeof autosave.state === "object" && !errors.folder && (
        <KeptMark {...autosave} undo={null} />
      )}
    </>
  );
}
