import { Text } from "@chakra-ui/react";
import { CalendarPlus } from "lucide-react";
import { RUN_KINDS } from "@/core/run";
import { ActionButton } from "../parts/ActionButton";
import type { PlanIt, RunToPlan } from "./usePlanIt";

/** One press puts the run that would settle it into the plan. */
export function PlanItButton({
  settling,
  text,
  plan,
}: {
  settling: RunToPlan;
  /** The run in words. */
  text: string;
  plan: PlanIt;
}) {
  if (plan.isPlanned(settling))
    return (
      <Text fontSize="13.5px" color="lichen" fontWeight={600}>
        In the plan
      </Text>
    );
  return (
    <ActionButton
      minH="36px"
      px={3}
      fontSize="13.5px"
      onClick={() => void plan.planIt(settling)}
      aria-label={`Add to plan: ${text}`}
    >
      <CalendarPlus size={15} /> Add to plan
      <Text as="span" srOnly>
        {RUN_KINDS[settling.kind].title}
      </Text>
    </ActionButton>
  );
}
