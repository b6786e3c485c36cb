import "server-only";
import { notFound } from "next/navigation";
import { cache } from "react";
import { readAmplifierRecords, type AmplifierRecords } from "./readAmplifier";
import { database } from "./records";
import { pageTurn } from "./turns";

/** An amplifier with all that belongs to it, for a page: read once a request; an unknown one is "not found". */
export const amplifierRecords = cache(async (id: string): Promise<AmplifierRecords> => {
  await pageTurn();
  const found = await readAmplifierRecords(await database(), id);
  return found ?? notFound();
});
