import { HStack, Text } from "@chakra-ui/react";
import { Check, CircleDashed, CircleHelp, Equal, X } from "lucide-react";
import type { ClaimOutcome } from "@/core/verdict";
import { OUTCOME_LABELS } from "@/phrasing";

const LOOKS = {
  met: { color: "lichen", Icon: Check },
  missed: { color: "ember", Icon: X },
  "too-close": { color: "ochre", Icon: Equal },
  "met-in-bursts": { color: "ember", Icon: X },
  "met-fewer-channels": { color: "ember", Icon: X },
  "met-other-setting": { color: "ember", Icon: X },
  "met-as-total": { color: "ember", Icon: X },
  "not-tested": { color: "muted", Icon: CircleDashed },
  "not-testable": { color: "muted", Icon: CircleHelp },
} as const satisfies Record<ClaimOutcome, object>;

/** The colour of an outcome, for words beside it. */
export const outcomeColor = (outcome: ClaimOutcome): string => LOOKS[outcome].color;

/** The verdict in a word, with a shape and a colour that say the same. */
export function VerdictWord({
  status,
  size = "medium",
}: {
  status: ClaimOutcome;
  size?: "medium" | "large";
}) {
  const { color, Icon } = LOOKS[status];
  return (
    <HStack
      as="span"
      display="inline-flex"
      gap={1.5}
      color={color}
      fontWeight={700}
      fontSize={size === "large" ? "20px" : "15px"}
      whiteSpace="nowrap"
    >
      <Icon size={size === "large" ? 20 : 16} strokeWidth={3} aria-hidden />
      <Text as="span">{OUTCOME_LABELS[status]}</Text>
    </HStack>
  );
}
