import { randomUUID } from "node:crypto";
import type { Knex } from "knex";

/** What a rig document held of the workshop until then: instruments, divider, calibration, and what the rig distorts by itself. */
const SHARED = [
  "sourceId",
  "converterId",
  "voltmeterId",
  "probe",
  "upperOhms",
  "lowerOhms",
  "meterVoltsRms",
  "meterHz",
  "recordedRatio",
  "loop",
];

type RigRow = { amplifier_id: string; content: string };
type LoadRow = {
  id: string;
  amplifier_id: string;
  nominal_ohms: number;
  channels: string;
  revision: number;
};

const parsed = (content: string): Record<string, unknown> | null => {
  try {
    return JSON.parse(content);
  } catch {
    return null;
  }
};

const only = (content: Record<string, unknown>, isWanted: (key: string) => boolean) =>
  Object.fromEntries(Object.entries(content).filter(([key]) => isWanted(key)));

/** Loads and rigs belong to the workshop; amplifiers use them. */
export const up = async (db: Knex): Promise<void> => {
  const loads: LoadRow[] = await db("loads").select();
  await db.schema.dropTable("loads");
  await db.schema.createTable("loads", (table) => {
    table.text("id").primary();
    table.double("nominal_ohms").notNullable();
    table.text("channels").notNullable();
    table.integer("revision").notNullable().defaultTo(1);
  });
  await db.schema.createTable("load_uses", (table) => {
    table.text("amplifier_id").notNullable().references("amplifiers.id").onDelete("CASCADE");
    table.text("load_id").notNullable().references("loads.id").onDelete("CASCADE").index();
    table.primary(["amplifier_id", "load_id"]);
  });
  for (const { amplifier_id, ...load } of loads) {
    await db("loads").insert(load);
    await db("load_uses").insert({ amplifier_id, load_id: load.id });
  }

  await db.schema.createTable("rigs", (table) => {
    table.text("id").primary();
    table.text("content").notNullable();
  });
  await db.schema.createTable("rig_uses", (table) => {
    table.text("amplifier_id").primary().references("amplifiers.id").onDelete("CASCADE");
    table.text("rig_id").notNullable().references("rigs.id").index();
  });
  // Amplifiers that were measured with the same things share one rig from now on.
  const idOf = new Map<string, string>();
  const rows: RigRow[] = await db("documents").where({ kind: "rig" });
  for (const { amplifier_id, content } of rows) {
    const rig = parsed(content);
    if (!rig) continue;
    const shared = JSON.stringify(only(rig, (key) => SHARED.includes(key)));
    if (!idOf.has(shared)) {
      const id = randomUUID();
      const rigName = `Rig ${idOf.size + 1}`;
      idOf.set(shared, id);
      await db("rigs").insert({
        id,
        content: JSON.stringify({ ...JSON.parse(shared), rigName }),
      });
    }
    await db("rig_uses").insert({ amplifier_id, rig_id: idOf.get(shared) });
    await db("documents")
      .where({ kind: "rig", amplifier_id })
      .update({ content: JSON.stringify(only(rig, (key) => !SHARED.includes(key))) });
  }
};

/** Each amplifier has loads and a rig of its own again; what no amplifier used is gone. */
export const down = async (db: Knex): Promise<void> => {
  const uses: (LoadRow & { amplifier_id: string })[] = await db("load_uses").join(
    "loads",
    "loads.id",
    "load_uses.load_id",
  );
  await db.schema.dropTable("load_uses");
  await db.schema.dropTable("loads");
  await db.schema.createTable("loads", (table) => {
    table.text("id").primary();
    table
      .text("amplifier_id")
      .notNullable()
      .references("amplifiers.id")
      .onDelete("CASCADE")
      .index();
    table.double("nominal_ohms").notNullable();
    table.text("channels").notNullable();
    table.integer("revision").notNullable().defaultTo(1);
  });
  const taken = new Set<string>();
  for (const { id, amplifier_id, nominal_ohms, channels, revision } of uses) {
    const own = taken.has(id) ? randomUUID() : id;
    taken.add(id);
    await db("loads").insert({ id: own, amplifier_id, nominal_ohms, channels, revision });
  }
  const rigs: RigRow[] = await db("rig_uses").join("rigs", "rigs.id", "rig_uses.rig_id");
  const rows: RigRow[] = await db("documents").where({ kind: "rig" });
  for (const { amplifier_id, content } of rows) {
    const own = parsed(content);
    const shared = parsed(rigs.find((each) => each.amplifier_id === amplifier_id)?.content ?? "{}");
    if (!own || !shared) continue;
    await db("documents")
      .where({ kind: "rig", amplifier_id })
      .update({
        content: JSON.stringify({ ...own, ...only(shared, (key) => key !== "rigName") }),
      });
  }
  await db.schema.dropTable("rig_uses");
  await db.schema.dropTable("rigs");
};
