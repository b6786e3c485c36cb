import type { Knex } from "knex";
import type { UnderWay } from "@/records";
import { findDocument, keepDocument } from "./documents";

/**
 * Keeps what the bench is at. A run under way that the caller does not know of is not replaced: its recordings would be out of sight.
 * @param knownId the run under way that the caller has begun or taken up, or null where it knows of none
 * @returns false when another is under way
 */
export const keepUnderWay = async (
  db: Knex,
  amplifierId: string,
  underWay: UnderWay,
  knownId: string | null,
): Promise<boolean> => {
  const { job, shots } = await findDocument(db, amplifierId, "under-way");
  const isKnown = !job || job.id === underWay.job?.id || job.id === knownId;
  if (!isKnown && shots.length > 0) return false;
  await keepDocument(db, amplifierId, "under-way", underWay);
  return true;
};
