import "server-only";
import type { Knex } from "knex";
import { amplifierName, type Load, type Rig, type Used } from "@/records";
import { listLoads, listRigs, workshopUsers } from "@/store";

const withUsers = async <T extends { id: string }>(
  db: Knex,
  of: "load" | "rig",
  things: readonly T[],
): Promise<Used<T>[]> => {
  const users = await workshopUsers(db, of);
  return things.map((thing) => {
    const { first, count } = users.get(thing.id) ?? { first: [], count: 0 };
    const named = first.map(({ isDeleted, ...each }) => ({
      id: each.id,
      name: isDeleted ? `${amplifierName(each)} (deleted)` : amplifierName(each),
      isDeleted,
    }));
    return { ...thing, users: named, userCount: count };
  });
};

/** All loads of the workshop, highest ohms first. */
export const usedLoads = async (db: Knex): Promise<Used<Load>[]> =>
  withUsers(db, "load", await listLoads(db));

/** All rigs of the workshop, in the order in which they were made. */
export const usedRigs = async (db: Knex): Promise<Used<Rig>[]> =>
  withUsers(db, "rig", await listRigs(db));
