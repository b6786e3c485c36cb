import { HStack, Text } from "@chakra-ui/react";
import { Check, CircleDashed, CircleHelp, Equal, X } from "lucide-react";
import type { Outcome } from "@/core/verdict";

const WORDS = {
  met: { word: "met", color: "lichen", Icon: Check },
  missed: { word: "missed", color: "ember", Icon: X },
  "too-close": { word: "too close to call", color: "ochre", Icon: Equal },
  "met-in-bursts": { word: "met only in bursts", color: "ember", Icon: X },
  "met-fewer-channels": { word: "met with fewer channels", color: "ochre", Icon: Equal },
  "met-other-setting": { word: "met with another setting", color: "ember", Icon: X },
  "met-as-total": { word: "met only as a total", color: "ember", Icon: X },
  "not-tested": { word: "not tested", color: "muted", Icon: CircleDashed },
  "not-testable": { word: "not testable", color: "muted", Icon: CircleHelp },
} as const satisfies Record<Outcome, object>;

/** The colour of an outcome, for words beside it. */
export const outcomeColor = (outcome: Outcome): string => WORDS[outcome].color;

/** The verdict in a word, with a shape and a colour that say the same. */
export function VerdictWord({
  status,
  size = "medium",
}: {
  status: Outcome;
  size?: "medium" | "large";
}) {
  const { word, color, Icon } = WORDS[status];
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
      <Text as="span">{word}</Text>
    </HStack>
  );
}
