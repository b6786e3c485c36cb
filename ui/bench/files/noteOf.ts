import { drivenText } from "@/core/claim";
import type { RecordingNote } from "@/core/files";
import type { Finding } from "@/core/outcome";
import { isNearLoad } from "@/core/power";
import { formatShort } from "@/core/units";
import type { Load } from "@/records";
import type { FileEntry } from "./useFiles";

/** By how much the ohms of a load differ from those that a recording was made into, over all of its outputs. */
const offOf = ({ channels }: Load, ohms: readonly number[]): number =>
  ohms.reduce(
    (sum, each, k) => sum + (channels[k] ? Math.abs(Math.log(channels[k].ohms / each)) : 1),
    0,
  );

/** The load that a recording says that it was made into: of those alike, the nearest in ohms. Null where none is like it. */
export const loadOfNote = (
  { nominalOhms, loadOhms }: Pick<RecordingNote, "nominalOhms" | "loadOhms">,
  loads: readonly Load[],
): Load | null =>
  loads
    .filter((load) => isNearLoad(load.nominalOhms, nominalOhms))
    .toSorted((one, other) => offOf(one, loadOhms) - offOf(other, loadOhms))[0] ?? null;

/**
 * What a recording says of how it was made and the reviewer says otherwise: read so its watts would be those of another load. Null where
 * both say the same, or it says nothing.
 */
export const otherwiseThanNoted = (
  group: readonly Pick<FileEntry, "fileName" | "opened">[],
  { load, channelsDriven }: { load: Pick<Load, "nominalOhms">; channelsDriven: number },
): Finding | null => {
  for (const { fileName, opened } of group) {
    const note = opened?.note;
    if (!note) continue;
    const isSame =
      isNearLoad(load.nominalOhms, note.nominalOhms) && channelsDriven === note.channelsDriven;
    if (!isSame)
      return {
        code: "bad-load",
        where: fileName,
        advice: `it was recorded into ${formatShort(note.nominalOhms)} Ω, ${drivenText(note.channelsDriven)}. Choose that beside the file.`,
      };
  }
  return null;
};
