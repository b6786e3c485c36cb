import { Text } from "@chakra-ui/react";

/** "57.0 ± 0.6 W" or "damping factor 110" with its number large and the rest beside it. */
export function ShownNumber({ text, size = "20px" }: { text: string; size?: string }) {
  const [, before = "", number = text, rest = ""] = /^([^\d−]*)([−\d.,]+)(.*)$/.exec(text) ?? [];
  return (
    <Text as="span" display="block" lineHeight={1.25} whiteSpace="nowrap">
      <Text as="span" fontSize="14px" color="muted">
        {before}
      </Text>
      <Text as="span" fontSize={size} fontWeight={700}>
        {number}
      </Text>
      <Text as="span" fontSize="15px" fontWeight={600}>
        {rest}
      </Text>
    </Text>
  );
}
