import "server-only";
import type { Knex } from "knex";
import { claimedWatts } from "@/core/claim";
import { amplifierName, type ComparisonSet } from "@/records";
import { runOfMember, type ShownComparison } from "@/records/facts";
import { findRuns } from "@/store";
import { judgementOf } from "./judged";
import { readAmplifierRecords, type AmplifierRecords } from "./readAmplifier";

/** Reads what a comparison stands for now. */
export const shownComparison = async (
  db: Knex,
  { kind, members }: ComparisonSet,
): Promise<ShownComparison> => {
  const known = new Map<string, AmplifierRecords>();
  for (const id of new Set(members.map(({ amplifierId }) => amplifierId))) {
    const records = await readAmplifierRecords(db, id);
    if (records) known.set(id, records);
  }
  const entries = members.map((member) => {
    const records = known.get(member.amplifierId);
    return records ? runOfMember(member, kind, records.runs) : null;
  });
  const runs = new Map(
    (await findRuns(db, [...new Set(entries.flatMap((entry) => entry?.id ?? []))])).map((run) => [
      run.id,
      run,
    ]),
  );
  const amplifiers = [];
  for (const [id, records] of known) {
    const { figures } = await judgementOf(db, records);
    amplifiers.push({ id, name: amplifierName(records.amplifier), figures });
  }
  return {
    members: members.map((member, k) => {
      const records = known.get(member.amplifierId);
      const entry = entries[k];
      return {
        member,
        name: records ? amplifierName(records.amplifier) : null,
        run: (entry && runs.get(entry.id)) ?? null,
        ratedWatts: records ? claimedWatts(member.nominalOhms, records.powers, false) : null,
      };
    }),
    amplifiers,
  };
};
