import { existsSync, mkdirSync, readdirSync, statSync } from "node:fs";
import { join } from "node:path";
import knex, { type Knex } from "knex";
import { listBackups, makeBackup } from "./backups";
import { databaseFile } from "./files";
import { migrationNames, migrationSource, requireKnown } from "./migrations";
import { StoreTrouble } from "./trouble";

const SETTINGS = [
  "journal_mode = WAL",
  "synchronous = FULL",
  "foreign_keys = ON",
  "busy_timeout = 2000",
];

/** One connection to a database file, with the given settings. */
export const connect = (filename: string, settings: readonly string[]): Knex =>
  knex({
    client: "better-sqlite3",
    connection: { filename },
    useNullAsDefault: true,
    // The error goes to the caller, who words it.
    log: { error: () => {}, warn: () => {}, debug: () => {} },
    pool: {
      min: 1,
      max: 1,
      afterCreate: (
        connection: { pragma(text: string): unknown },
        done: (error: Error | null, connection: unknown) => void,
      ) => {
        try {
          for (const setting of settings) connection.pragma(setting);
          done(null, connection);
        } catch (error) {
          done(error as Error, connection);
        }
      },
    },
  });

/**
 * Opens the database of a folder, makes both where there is nothing yet, and brings it up to date: a copy is made before anything
 * is changed, and nothing is written where nothing is to be changed. Foreign keys are on; write-ahead log with full
 * synchronisation, so that what was acknowledged survives a kill or a power cut.
 * @throws {StoreTrouble} when the database is of a newer version, or is gone while its recordings are there; SQLite's errors
 *   otherwise, for `troubleOf`
 */
export const openDatabase = async (folder: string): Promise<Knex> => {
  mkdirSync(folder, { recursive: true });
  const file = databaseFile(folder);
  if (!existsSync(file) || statSync(file).size === 0) requireNothingLost(folder);
  const db = connect(file, SETTINGS);
  try {
    const made = await migrationsMade(db);
    requireKnown(made);
    if (made.length < migrationNames.length) {
      if (made.length > 0) await makeBackup(folder, new Date());
      await db.migrate.latest({ migrationSource });
    }
    return db;
  } catch (error) {
    await db.destroy().catch(() => {});
    throw error;
  }
};

/** Names of the migrations that a database has seen, oldest first; none of a new one. */
export const migrationsMade = async (db: Knex): Promise<string[]> => {
  const table = await db("sqlite_master").where({ type: "table", name: "knex_migrations" }).first();
  if (!table) return [];
  return (await db("knex_migrations").orderBy("id").select("name")).map(({ name }) => name);
};

/** An empty database must not be made in silence where there once was a full one. */
const requireNothingLost = (folder: string): void => {
  const rest = ["captures", "photos"].some(
    (name) => existsSync(join(folder, name)) && readdirSync(join(folder, name)).length > 0,
  );
  if (!rest && listBackups(folder).length === 0) return;
  throw new StoreTrouble(
    "missing",
    `There is no database in ${folder}, though recordings, photos or backups are there. If you moved rimebank.sqlite, put it back; otherwise restore a backup. To start with an empty shelf, use another folder.`,
  );
};
