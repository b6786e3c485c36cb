import {
  captures,
  clearPassing,
  dataFolder,
  FolderInUse,
  lockFolder,
  papers,
  photos,
  troubleOf,
} from "@/store";

// The lock lasts as long as its handle, which must outlive reloads of this module during development.
const kept = globalThis as typeof globalThis & { rimebankFolderLock?: () => void };

/** Takes the data folder for this server until it ends. Where another program has it, says so and ends. */
export const takeFolder = async (): Promise<void> => {
  try {
    if (kept.rimebankFolderLock) return;
    kept.rimebankFolderLock = lockFolder(dataFolder());
    // No upload is under way yet, so what is unfinished was broken off.
    for (const files of [captures, photos, papers]) await files.clearPartial(dataFolder());
    clearPassing(dataFolder());
  } catch (error) {
    // Every page shows what is wrong with the folder.
    if (troubleOf(error)) return;
    if (!(error instanceof FolderInUse)) throw error;
    console.error(error.message);
    process.exit(1);
  }
};
