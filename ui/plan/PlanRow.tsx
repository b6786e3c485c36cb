"use client";
import { useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { Box, Flex, HStack, IconButton, Text } from "@chakra-ui/react";
import { ArrowDown, ArrowUp, Check, GripVertical, Snowflake } from "lucide-react";
import { type TimelineEntry } from "@/core/plan";
import { RUN_KINDS } from "@/core/run";
import { formatSignificant } from "@/core/units";
import { durationText } from "../parts/durationText";
import { Remove } from "../parts/Remove";
import { unbroken } from "../parts/unbroken";
import { conditionsText } from "@/records/facts";

export type PlanRowProps = {
  entry: TimelineEntry;
  number: number;
  proves: readonly string[];
  troubles: readonly string[];
  isMade: boolean;
  isEarly: boolean;
  isChosen: boolean;
  onChoose(): void;
  onMove(step: -1 | 1): void;
  onRemove(): void;
};

/** One run of the plan: dragged by its handle, or moved by its arrows or keys. */
export function PlanRow({
  entry,
  number,
  proves,
  troubles,
  isMade,
  isEarly,
  isChosen,
  onChoose,
  onMove,
  onRemove,
}: PlanRowProps) {
  const { run, coolSeconds, hotBody, startSeconds, endCelsius } = entry;
  const {
    attributes,
    listeners,
    setNodeRef,
    setActivatorNodeRef,
    transform,
    transition,
    isDragging,
  } = useSortable({ id: run.id });
  const title = RUN_KINDS[run.kind].title;
  const words = [...troubles, ...ownWords(entry, isEarly)];
  return (
    <Box
      as="li"
      ref={setNodeRef}
      style={{
        transform: CSS.Transform.toString(transform),
        transition,
        zIndex: isDragging ? 3 : undefined,
        position: "relative",
      }}
      opacity={isDragging ? 0.85 : 1}
      listStyleType="none"
    >
      {coolSeconds > 0 && (
        <HStack
          color="ochre"
          fontSize="13.5px"
          fontWeight={600}
          borderTopWidth="1px"
          borderStyle="dashed"
          borderColor="ochre"
          py={1}
          pl="44px"
          gap={2}
        >
          <Snowflake size={14} aria-hidden /> cool for {durationText(coolSeconds)}, for the{" "}
          {hotBody}
        </HStack>
      )}
      <Flex
        align="center"
        gap={2.5}
        borderTopWidth="1px"
        borderColor="rime"
        py={1.5}
        bg={isChosen ? "sunken" : "surface"}
        borderLeftWidth="4px"
        borderLeftColor={isChosen ? "spruce" : "transparent"}
      >
        <IconButton
          ref={setActivatorNodeRef}
          {...attributes}
          {...listeners}
          aria-label={`Move ${title}: space, then arrow keys`}
          variant="ghost"
          size="sm"
          color="muted"
          cursor="grab"
          touchAction="none"
        >
          <GripVertical size={18} />
        </IconButton>
        <Mark number={number} isMade={isMade} />
        <Box asChild flex={1} minW={0} textAlign="start">
          <button type="button" aria-expanded={isChosen} onClick={onChoose}>
            <Text fontWeight={700} lineHeight={1.25}>
              {title}
              {proves.length > 0 && (
                <Text as="span" color="lichen" fontSize="13.5px" fontWeight={600}>
                  {"  "}proves {proves.join(", ")}
                </Text>
              )}
            </Text>
            <Text color="muted" fontSize="14px" lineHeight={1.3}>
              {unbroken(conditionsText(run))}
            </Text>
            {words.length > 0 && (
              <Text color="ember" fontSize="13.5px" fontWeight={600} lineHeight={1.3}>
                {words.join("; ")}
              </Text>
            )}
          </button>
        </Box>
        <Box textAlign="end" minW="92px">
          <Text fontWeight={700} fontSize="14.5px">
            {durationText(run.seconds)}
          </Text>
          <Text color="muted" fontSize="12.5px">
            {startSeconds === 0 ? "at once" : `after ${durationText(startSeconds)}`}
          </Text>
        </Box>
        <Text
          minW="52px"
          textAlign="end"
          fontSize="14px"
          color={endCelsius[0] > 60 ? "ember" : "muted"}
          title="amplifier at the end"
        >
          {formatSignificant(endCelsius[0], 2)} °C
        </Text>
        <HStack gap={0}>
          <IconButton
            aria-label={`${title} earlier`}
            variant="ghost"
            size="sm"
            color="muted"
            onClick={() => onMove(-1)}
          >
            <ArrowUp size={16} />
          </IconButton>
          <IconButton
            aria-label={`${title} later`}
            variant="ghost"
            size="sm"
            color="muted"
            onClick={() => onMove(1)}
          >
            <ArrowDown size={16} />
          </IconButton>
          <Remove label={`Remove ${title}`} onClick={onRemove} />
        </HStack>
      </Flex>
    </Box>
  );
}

const ownWords = ({ run, hotBody, allowedSeconds }: TimelineEntry, isEarly: boolean): string[] => [
  ...(allowedSeconds < run.seconds
    ? [`too long for the ${hotBody} even from cold: maximum ${durationText(allowedSeconds)}`]
    : []),
  ...(isEarly ? ["placed before gentler runs"] : []),
];

function Mark({ number, isMade }: { number: number; isMade: boolean }) {
  return (
    <Flex
      boxSize="22px"
      flexShrink={0}
      align="center"
      justify="center"
      borderRadius="full"
      borderWidth="1.5px"
      borderColor={isMade ? "spruce" : "rime"}
      bg={isMade ? "spruce" : undefined}
      color={isMade ? "onSpruce" : "muted"}
      fontSize="12px"
      fontWeight={700}
      aria-label={isMade ? "made" : `number ${number}`}
      role="img"
    >
      {isMade ? <Check size={13} strokeWidth={3.5} /> : number}
    </Flex>
  );
}
