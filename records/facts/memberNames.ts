import { formatShort } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import type { ShownMember } from "./shownComparison";

/** What members may be distinguished by, the name first. */
const PARTS: readonly ((each: ShownMember) => string)[] = [
  ({ name }) => name ?? "gone",
  ({ member }) => `${formatShort(member.nominalOhms)} Ω`,
  ({ member }) => `${member.channelsDriven} driven`,
  ({ member }) => member.setting.replace(/^supply:\s*/i, "") || "default setting",
  ({ member }) => (member.isSimulated ? "predicted" : "measured"),
  ({ member }) => channelLetter(member.channel),
  ({ run }) => (run ? run.takenAt.slice(0, 10) : "no run"),
];

/** Short names for curves: as few words as tell them apart. */
export const shortNames = (members: readonly ShownMember[]): string[] => {
  let names = members.map(() => [] as string[]);
  for (const part of PARTS) {
    const parts = members.map(part);
    // What all have in common tells nothing, and once all differ no more is needed.
    if (new Set(names.map(String)).size === members.length && names[0]?.length) break;
    if (new Set(parts).size > 1) names = names.map((name, k) => [...name, parts[k]]);
  }
  return members.map((each, k) => names[k].join(", ") || (each.name ?? "gone"));
};
