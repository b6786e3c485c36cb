import type { Knex } from "knex";

/** The amplifier that something belongs to; null when there is no such thing. */
export const ownerOf = async (
  db: Knex,
  table: "claims" | "runs" | "log_entries",
  id: string,
): Promise<string | null> =>
  (await db(table).where({ id }).first("amplifier_id"))?.amplifier_id ?? null;
