import { drivenText } from "@/core/claim";
import { formatShort } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import type { ComparisonMember, ComparisonSet } from "@/records";
import type { ComparedRun } from "@/records/facts";
import type { ShownComparison, ShownMember } from "@/records/facts";

/** "4 Ω, two channels driven, 32 V brick, channel B" */
export const memberText = ({
  nominalOhms,
  channelsDriven,
  setting,
  isSimulated,
  channel,
}: Omit<ComparisonMember, "id" | "amplifierId" | "runId">): string =>
  [
    `${formatShort(nominalOhms)}\u00a0Ω`,
    drivenText(channelsDriven),
    setting,
    `channel ${channelLetter(channel)}`,
    isSimulated ? "simulated" : "",
  ]
    .filter(Boolean)
    .join(", ");

/** What members may be told apart by, the name first. */
const PARTS: readonly ((each: ShownMember) => string)[] = [
  ({ name }) => name ?? "gone",
  ({ member }) => `${formatShort(member.nominalOhms)} Ω`,
  ({ member }) => `${member.channelsDriven} driven`,
  ({ member }) => member.setting.replace(/^supply:\s*/i, "") || "as it comes",
  ({ member }) => (member.isSimulated ? "predicted" : "measured"),
  ({ member }) => channelLetter(member.channel),
  ({ run }) => (run ? run.takenAt.slice(0, 10) : "no run"),
];

/** Short names for curves: as few words as tell them apart. */
export const shortNames = (members: readonly ShownMember[]): string[] => {
  let names = members.map(() => [] as string[]);
  for (const part of PARTS) {
    const told = members.map(part);
    // What all have in common tells nothing, and once all differ no more is needed.
    if (new Set(names.map(String)).size === members.length && names[0]?.length) break;
    if (new Set(told).size > 1) names = names.map((name, k) => [...name, told[k]]);
  }
  return members.map((each, k) => names[k].join(", ") || (each.name ?? "gone"));
};

/**
 * The two members whose difference is told; null where there are not two with runs.
 * @param ownId the amplifier that the page is of: its runs go first where nothing is chosen
 */
export const chosenPair = (
  { first, second }: Pick<ComparisonSet, "first" | "second">,
  shown: ShownComparison | null,
  ownId: string,
): { runs: readonly [ComparedRun, ComparedRun]; names: readonly [string, string] } | null => {
  const members = shown?.members ?? [];
  const names = shortNames(members);
  const withRuns = members.flatMap(({ member, run, ratedWatts }, k) =>
    run
      ? [
          {
            id: member.id,
            amplifierId: member.amplifierId,
            run,
            channel: member.channel,
            ratedWatts,
            name: names[k],
          },
        ]
      : [],
  );
  const a =
    withRuns.find(({ id }) => id === first) ??
    withRuns.find(({ amplifierId }) => amplifierId === ownId) ??
    withRuns[0];
  const b =
    withRuns.find(({ id }) => id === second && id !== a?.id) ??
    withRuns.find(({ id }) => id !== a?.id);
  return a && b ? { runs: [a, b], names: [a.name, b.name] } : null;
};
