import "server-only";
import { notFound } from "next/navigation";
import { cache } from "react";
import type { Amplifier, Claim, Load, Run } from "@/records";
import { findAmplifier, listClaims, listLoads, listRuns } from "@/store";
import { database } from "./records";

export type AmplifierRecords = { amplifier: Amplifier; claims: Claim[]; loads: Load[]; runs: Run[] };

/** An amplifier with all that belongs to it, read once a request; an unknown one is "not found". */
export const amplifierRecords = cache(async (id: string): Promise<AmplifierRecords> => {
  const db = await database();
  const amplifier = await findAmplifier(db, id);
  if (!amplifier) notFound();
  return { amplifier, claims: await listClaims(db, id), loads: await listLoads(db, id), runs: await listRuns(db, id) };
});
