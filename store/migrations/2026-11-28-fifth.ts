import type { Knex } from "knex";
import type { ChannelResult } from "@/core/run";
import { levelResult } from "@/core/run/reading";
import type { ChannelSweep } from "@/core/sweep";

/** Results of a power sweep as they were: the levels and why it stopped, nothing else. */
type FormerSweep = { kind: string; frequencyHz?: number; channels: ChannelSweep[] };
type FormerJob = { settings?: object; lastVoltsRms?: number | null } | null;
type FormerUnderWay = { job: FormerJob; queue: FormerJob[] };

/** A power sweep has a result like any other run, with its levels; what the drive is raised to is a setting like any other. */
export const up = async (db: Knex): Promise<void> => {
  await eachSweep(db, ({ kind, channels }: FormerSweep) => ({
    kind,
    channels: channels.map(levelResult),
  }));
  await eachUnderWay(db, ({ lastVoltsRms, ...job }) => ({
    ...job,
    settings: { ...job.settings, ...(lastVoltsRms ? { lastVoltsRms } : {}) },
  }));
};

export const down = async (db: Knex): Promise<void> => {
  await eachSweep(db, ({ kind, channels }: { kind: string; channels: ChannelResult[] }) => ({
    kind,
    frequencyHz: channels[0].levels?.[0]?.fundamentalHz,
    channels: channels.map(({ levels, stop: { reason, evidence } }) => ({
      steps: levels,
      stop: { reason, evidence },
    })),
  }));
  await eachUnderWay(db, ({ settings, ...job }) => {
    const { lastVoltsRms, ...others } = (settings ?? {}) as { lastVoltsRms?: number };
    return { ...job, settings: others, lastVoltsRms: lastVoltsRms ?? null };
  });
};

/** Rewrites one result after another, so that no more than one is held at a time. What cannot be read stays as it is. */
const eachSweep = async <Result>(
  db: Knex,
  rewritten: (result: Result) => object,
): Promise<void> => {
  const ids: { id: string }[] = await db("runs").where({ kind: "power-sweep" }).select("id");
  for (const { id } of ids) {
    const row: { content: string } | undefined = await db("results").where({ run_id: id }).first();
    const content = row && attempt(() => rewritten(JSON.parse(row.content)));
    if (content)
      await db("results")
        .where({ run_id: id })
        .update({ content: JSON.stringify(content) });
  }
};

const eachUnderWay = async (
  db: Knex,
  rewritten: (job: NonNullable<FormerJob>) => object,
): Promise<void> => {
  const where = { kind: "under-way" };
  const rows: { amplifier_id: string; content: string }[] = await db("documents")
    .where(where)
    .select("amplifier_id", "content");
  for (const { amplifier_id, content } of rows) {
    const now = attempt(() => {
      const { job, queue, ...rest } = JSON.parse(content) as FormerUnderWay;
      return {
        ...rest,
        job: job && rewritten(job),
        queue: queue.map((each) => each && rewritten(each)),
      };
    });
    if (now)
      await db("documents")
        .where({ ...where, amplifier_id })
        .update({ content: JSON.stringify(now) });
  }
};

const attempt = <T>(work: () => T): T | null => {
  try {
    return work();
  } catch {
    return null;
  }
};
