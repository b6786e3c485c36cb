import { drivenText } from "@/core/claim";
import { formatShort } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import type { ComparisonMember, ComparisonSet } from "@/records";
import { shortNames, type ComparedRun, type ShownComparison } from "@/records/facts";

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

/**
 * The two members whose difference is shown; null where there are not two with runs.
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
