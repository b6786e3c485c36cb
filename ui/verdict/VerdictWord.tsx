import { HStack, Text } from "@chakra-ui/react";
import { Check, CircleDashed, Equal, X } from "lucide-react";
import type { VerdictStatus } from "@/core/verdict";

const WORDS = {
  met: { word: "met", color: "lichen", Icon: Check },
  missed: { word: "missed", color: "ember", Icon: X },
  "within-uncertainty": { word: "too close to call", color: "ochre", Icon: Equal },
  "met-with-fewer-channels": { word: "met with fewer channels", color: "ochre", Icon: Equal },
  "not-tested": { word: "not tested", color: "muted", Icon: CircleDashed },
} as const satisfies Record<VerdictStatus, object>;

export const VERDICT_COLORS: Record<VerdictStatus, string> = {
  met: WORDS.met.color,
  missed: WORDS.missed.color,
  "within-uncertainty": WORDS["within-uncertainty"].color,
  "met-with-fewer-channels": WORDS["met-with-fewer-channels"].color,
  "not-tested": WORDS["not-tested"].color,
};

/** The verdict in a word, with a shape and a colour that say the same. */
export function VerdictWord({
  status,
  size = "medium",
}: {
  status: VerdictStatus;
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
