import { mkdirSync } from "node:fs";
import { join, resolve } from "node:path";
import knex, { type Knex } from "knex";
import { migrationSource } from "./migrations";

/** Where the records live: the database, and captures beside it. RIMEBANK_DATA, or ./data. */
export const dataFolder = (): string =>
  resolve(/*turbopackIgnore: true*/ process.env.RIMEBANK_DATA ?? "data");

export const DATABASE_FILE = "rimebank.sqlite";

/**
 * Opens the database of a folder, makes both where they are missing, and brings it up to date.
 * Foreign keys are on; write-ahead log with full synchronisation, so that what was acknowledged survives a kill or
 * a power cut.
 */
export const openDatabase = async (folder: string): Promise<Knex> => {
  mkdirSync(folder, { recursive: true });
  const db = knex({
    client: "better-sqlite3",
    connection: { filename: join(folder, DATABASE_FILE) },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate: (
        connection: { pragma(text: string): unknown },
        done: (error: Error | null, connection: unknown) => void,
      ) => {
        for (const setting of [
          "journal_mode = WAL",
          "synchronous = FULL",
          "foreign_keys = ON",
          "busy_timeout = 5000",
        ])
          connection.pragma(setting);
        done(null, connection);
      },
    },
  });
  await db.migrate.latest({ migrationSource });
  return db;
};
