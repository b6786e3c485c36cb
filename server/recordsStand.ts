import "server-only";
import type { Backup } from "@/records";
import { dataFolder, listBackups, troubleOf } from "@/store";
import { records } from "./records";

/** How the records stand: what is the matter where they cannot be opened, and why they can only be read where that is so. */
export type RecordsStand = {
  trouble: string | null;
  readOnly: string | null;
  /** Null where going back to one would not help. */
  backups: readonly Backup[] | null;
};

/** Never throws for what is the matter with the records themselves. */
export const recordsStand = async (): Promise<RecordsStand> => {
  try {
    const { readOnly } = await records();
    return { trouble: null, readOnly: readOnly?.message ?? null, backups: null };
  } catch (error) {
    const trouble = troubleOf(error);
    if (!trouble) throw error;
    const isOfFile = ["damaged", "missing", "newer"].includes(trouble.kind);
    return {
      trouble: trouble.message,
      readOnly: null,
      backups: isOfFile ? listBackups(dataFolder()) : null,
    };
  }
};
