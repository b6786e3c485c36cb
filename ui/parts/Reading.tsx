import { Box, HStack, Text } from "@chakra-ui/react";

export type ReadingProps = {
  value: string;
  unit: string;
  plusMinus?: string;
  size?: "large" | "medium";
};

/** A number that matters: big figures, with unit and uncertainty in smaller type that never wrap away from it. */
export function Reading({ value, unit, plusMinus, size = "large" }: ReadingProps) {
  return (
    <HStack as="span" display="inline-flex" align="baseline" gap={1.5} whiteSpace="nowrap">
      <Box
        as="span"
        fontSize={size === "large" ? "46px" : "24px"}
        lineHeight={1}
        fontWeight={700}
        letterSpacing="-0.01em"
      >
        {value}
      </Box>
      {plusMinus !== undefined && (
        <Text as="span" fontSize={size === "large" ? "16px" : "14px"} color="muted">
          ± {plusMinus}
        </Text>
      )}
      <Text as="span" fontSize={size === "large" ? "19px" : "15px"} fontWeight={600}>
        {unit}
      </Text>
    </HStack>
  );
}
