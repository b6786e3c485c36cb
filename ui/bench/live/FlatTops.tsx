import { HStack, Text } from "@chakra-ui/react";
import type { Flattening } from "@/core/distortion";
import { cssColor } from "../../charts/cssColor";

const WORDS = {
  both: "CLIPPING, both halves",
  positive: "CLIPPING, positive half",
  negative: "CLIPPING, negative half",
} as const;

/** A cycle drawn with round or flat halves, and words that say the same: never colour alone. */
export function FlatTops({ flattening }: { flattening: Flattening | null }) {
  const half = flattening?.present ? flattening.firstHalf : null;
  const [upper, lower] = [
    half === "positive" || half === "both",
    half === "negative" || half === "both",
  ];
  const color = cssColor(half ? "ember" : "lichen");
  return (
    <HStack gap={2} data-testid="flat-tops">
      <svg width="44" height="26" aria-hidden>
        <path
          d={`${upper ? "M2,13L8,4H16L22,13" : "M2,13Q12,-6 22,13"}${lower ? "L28,22H36L42,13" : "Q32,32 42,13"}`}
          fill="none"
          stroke={color}
          strokeWidth={half ? 3.2 : 1.8}
        />
      </svg>
      <Text
        fontSize="14.5px"
        fontWeight={half ? 700 : 500}
        color={half ? "ember" : "muted"}
        whiteSpace="nowrap"
      >
        {half === null ? "round" : WORDS[half]}
      </Text>
    </HStack>
  );
}
