import { amplifierRecords } from "@/server/amplifierRecords";
import { shownComparison } from "@/server/comparison";
import { database } from "@/server/records";
import { CompareScreen } from "@/ui/compare/CompareScreen";

type ComparePageProps = {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ set?: string | string[] }>;
};

export default async function ComparePage({ params, searchParams }: ComparePageProps) {
  const { amplifier, runs, comparisons } = await amplifierRecords((await params).id);
  const db = await database();
  const asked = String((await searchParams).set ?? "");
  const set =
    comparisons.sets.find(({ id }) => id === asked) ??
    comparisons.sets.find(({ members }) =>
      members.some(({ amplifierId }) => amplifierId === amplifier.id),
    ) ??
    null;
  return (
    <CompareScreen
      amplifier={amplifier}
      runs={runs}
      comparisons={comparisons}
      usualId={set?.id ?? null}
      shown={set && { setId: set.id, ...(await shownComparison(db, set)) }}
    />
  );
}
