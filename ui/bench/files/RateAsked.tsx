import { Box, HStack, Text } from "@chakra-ui/react";
import { toneAtRate, type RateQuestion } from "@/core/files";
import { formatHertz, parseNumber } from "@/core/units";
import { ActionButton } from "../../parts/ActionButton";
import { held, QuantityField } from "../../parts/fields";

/** How a record was sampled that does not say so: its first lines, what it may be, and what each answer would make of the tone in it. */
export function RateAsked({
  id,
  fileName,
  question: { firstLines, suggestions, cyclesASample },
  sampleRate,
  onChange,
  onAnswer,
}: {
  id: string;
  fileName: string;
  question: RateQuestion;
  sampleRate: string;
  onChange(sampleRate: string): void;
  onAnswer(): void;
}) {
  const rateHz = parseNumber(sampleRate);
  const check = rateHz !== null && rateHz > 0 ? toneAtRate(rateHz, cyclesASample) : null;
  return (
    <Box
      role="group"
      aria-label={`Sample rate of ${fileName}`}
      borderWidth="1px"
      borderColor="rime"
      borderRadius="9px"
      p={3}
      mt={2}
    >
      <Text fontWeight={600} fontSize="14px">
        What is its sample rate? The file starts with:
      </Text>
      <Box as="pre" fontFamily="mono" fontSize="12.5px" overflowX="auto" color="muted" my={2}>
        {firstLines.join("\n")}
      </Box>
      {suggestions.length > 0 && (
        <HStack gap={2} mb={2} flexWrap="wrap">
          {suggestions.map(({ sampleRateHz, because }) => (
            <ActionButton
              key={because}
              minH="34px"
              onClick={() => onChange(String(Number(sampleRateHz.toPrecision(6))))}
            >
              {formatHertz(sampleRateHz, 4)}, if {because}
            </ActionButton>
          ))}
        </HStack>
      )}
      <HStack align="end" gap={2}>
        <Box w="200px">
          <QuantityField
            id={`rate-${id}`}
            label="Sample rate"
            unit="Hz"
            field={held(sampleRate, onChange)}
          />
        </Box>
        <ActionButton disabled={check === null} onClick={onAnswer}>
          Open
        </ActionButton>
      </HStack>
      {check && (
        <Text
          aria-live="polite"
          mt={1.5}
          fontSize="14px"
          color={check.isLikely ? "muted" : "ember"}
          fontWeight={check.isLikely ? 400 : 500}
        >
          {check.words}
        </Text>
      )}
    </Box>
  );
}
