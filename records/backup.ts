/** A copy of the database: when it was made, or when it came as a file (UTC text). */
export type Backup = { name: string; madeAt: string; isUploaded: boolean };

/** A backup with what is in it; null where that cannot be read. */
export type ListedBackup = Backup & { facts: BackupFacts | null };

/** What is in one. */
export type BackupFacts = {
  amplifierCount: number;
  runCount: number;
  /** UTC text; null where there is no run. */
  newestRunAt: string | null;
  /** Recordings that its runs name and that are not in the data folder. */
  missingCount: number;
};
