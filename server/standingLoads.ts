import "server-only";
import { amplifierName, type Amplifier, type StandingLoads } from "@/records";
import { findAmplifier, lastLoads } from "@/store";
import { database } from "./records";

/** Of an amplifier without loads: those that were used last, with as many channels as it has. */
export const standingLoads = async ({
  id,
  channelCount,
}: Pick<Amplifier, "id" | "channelCount">): Promise<StandingLoads | null> => {
  const db = await database();
  const last = await lastLoads(db, id);
  const owner = last && (await findAmplifier(db, last.amplifierId));
  if (!last || !owner) return null;
  return {
    amplifierName: amplifierName(owner),
    loads: last.loads.map(({ nominalOhms, channels }) => ({
      nominalOhms,
      channels: channels.slice(0, channelCount),
    })),
  };
};
