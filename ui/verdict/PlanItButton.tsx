import { Text } from "@chakra-ui/react";
import { CalendarPlus } from "lucide-react";
import { RUN_KINDS } from "@/core/run";
import type { Settling } from "@/core/verdict";
import { ActionButton } from "../parts/ActionButton";
import type { PlanIt } from "./usePlanIt";

/** One press puts the run that would settle it into the plan. */
export function PlanItButton({ settling, plan }: { settling: Settling; plan: PlanIt }) {
  if (plan.isPlanned(settling))
    return (
      <Text fontSize="13.5px" color="lichen" fontWeight={600}>
        in the plan
      </Text>
    );
  return (
    <ActionButton
      minH="36px"
      px={3}
      fontSize="13.5px"
      onClick={() => void plan.planIt(settling)}
      aria-label={`Plan it: ${settling.text}`}
    >
      <CalendarPlus size={15} /> Plan it
      <Text as="span" srOnly>
        {RUN_KINDS[settling.kind].title}
      </Text>
    </ActionButton>
  );
}
