import type { RecordingNote } from "@/core/files";
import type { Load, SetupDetails } from "@/records";
import { setupFromText } from "@/records/facts";
import { conditionsOfFile, type FileConditionsValue } from "./FileConditions";
import { conditionsInName, type OwnConditions } from "./nameConditions";
import { loadOfNote } from "./noteOf";

const OTHERWISE =
  "The note or name of this file disagrees with the planned run you chose. Check its conditions.";

/**
 * The conditions of a file that are its own: its note says them for sure, its name most likely. Dropped alone after a tile of the plan was
 * pressed it has those of the tile, and where it says otherwise that is reported.
 */
export const ownConditions = (
  { fileName, note, isOfTile }: { fileName: string; note: RecordingNote | null; isOfTile: boolean },
  {
    loads,
    details,
    channelCount,
    common,
  }: {
    loads: readonly Load[];
    details: SetupDetails;
    channelCount: number;
    common: FileConditionsValue;
  },
): { own: OwnConditions; message: string | null } => {
  const made = note && loadOfNote(note, loads);
  const own: OwnConditions = {
    ...conditionsInName(fileName, { loads, details, channelCount, setup: common.setup }),
    ...(made && { loadId: made.id }),
    ...(note && { channelsDriven: String(note.channelsDriven) }),
    ...(note?.setting !== undefined && { setup: setupFromText(note.setting, details) }),
  };
  if (!isOfTile) return { own, message: null };
  const isOtherwise = JSON.stringify(conditionsOfFile(own, common)) !== JSON.stringify(common);
  return { own: {}, message: isOtherwise ? OTHERWISE : null };
};
