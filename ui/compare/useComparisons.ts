import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import type { Comparisons, ComparisonSet } from "@/records";
import { saveWorkshopDocument } from "../parts/saves";
import { unrevised } from "../parts/unrevised";
import { useAutosave } from "../parts/useAutosave";

type Kept = Omit<Comparisons, "revision">;

/** The comparisons of the workshop, kept as they are changed; what they stand for is read again once a change of members is kept. */
export const useComparisons = (initial: Comparisons) => {
  const router = useRouter();
  const [comparisons, setComparisons] = useState<Kept>(() => unrevised<Comparisons>(initial));
  const autosave = useAutosave({
    name: "comparisons",
    value: comparisons,
    restore: setComparisons,
    revision: initial.revision,
    asDraft: unrevised<Comparisons>,
    save: (content, revision) => saveWorkshopDocument("comparisons", { ...content, revision }),
  });
  const change = (to: ComparisonSet) =>
    setComparisons(({ sets }) => ({
      sets: sets.some(({ id }) => id === to.id)
        ? sets.map((each) => (each.id === to.id ? to : each))
        : [...sets, to],
    }));
  const remove = (id: string) =>
    setComparisons(({ sets }) => ({ sets: sets.filter((each) => each.id !== id) }));
  const isKept = autosave.state === "kept";
  const wanted = JSON.stringify(
    comparisons.sets.map(({ id, kind, members }) => [id, kind, members]),
  );
  const asked = useRef(wanted);
  useEffect(() => {
    if (!isKept || wanted === asked.current) return;
    asked.current = wanted;
    router.refresh();
  }, [isKept, wanted, router]);
  return { ...comparisons, autosave, change, remove };
};
