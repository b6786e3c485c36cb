import "server-only";
import type { Knex } from "knex";
import { noteLoad, notingRig } from "./logged";
import { lastAtTheBench, lastRig, readLoads, takeLoad, takeRig } from "@/store";

/**
 * A new review begins with what stands at the bench: the rig that was used last, and the loads that have enough channels, of the
 * amplifier that was measured last or of the one that it is like.
 */
export const beginAtTheBench = async (
  db: Knex,
  { id, channelCount }: { id: string; channelCount: number },
  likeId?: string,
): Promise<void> => {
  const before = likeId ?? (await lastAtTheBench(db, id));
  const { loads } = before ? await readLoads(db, before) : { loads: [] };
  for (const load of loads) {
    if (load.channels.length < channelCount) continue;
    await takeLoad(db, id, load.id);
    await noteLoad(db, [id], load);
  }
  const rigId = await lastRig(db);
  if (rigId) await notingRig(db, id, () => takeRig(db, id, rigId));
};
