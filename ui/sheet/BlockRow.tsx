import { useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { Box, HStack, IconButton, Text } from "@chakra-ui/react";
import { ArrowDown, ArrowUp, ChevronDown, ChevronRight, GripVertical } from "lucide-react";
import { differsFrom } from "@/publish/differs";
import { HEADINGS } from "@/publish/blocks/headings";
import type { Block } from "@/records";
import { Remove } from "../parts/Remove";
import { BlockSettings } from "./BlockSettings";
import type { BlockContext } from "./sheetProps";

const FORMS = ["short", "long"] as const;

/** One block: dragged by its handle or moved by its arrows, short or long, opened for its words and settings. */
export function BlockRow({
  block,
  isChosen,
  context,
  onChoose,
  onChange,
  onMove,
  onRemove,
}: {
  block: Block;
  isChosen: boolean;
  context: BlockContext;
  onChoose(): void;
  onChange(block: Block): void;
  onMove(step: -1 | 1): void;
  onRemove(): void;
}) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, ...drag } = useSortable({
    id: block.id,
  });
  const heading = block.heading.trim() || HEADINGS[block.kind];
  const differing = block.text === null ? [] : differsFrom(block.text, context.measured);
  return (
    <Box
      as="li"
      ref={setNodeRef}
      style={{
        transform: CSS.Transform.toString(drag.transform),
        transition: drag.transition,
        zIndex: drag.isDragging ? 3 : undefined,
        position: "relative",
      }}
      bg="surface"
      borderWidth="1px"
      borderColor={isChosen ? "spruce" : "rime"}
      borderRadius="control"
      mb={1.5}
    >
      <HStack gap={1} px={1} py={0.5}>
        <button
          ref={setActivatorNodeRef}
          type="button"
          {...attributes}
          {...listeners}
          aria-label={`Drag ${heading}`}
          style={{ cursor: "grab", padding: "6px 2px", touchAction: "none" }}
        >
          <GripVertical size={16} />
        </button>
        <button
          type="button"
          aria-expanded={isChosen}
          onClick={onChoose}
          style={{ flex: 1, minWidth: 0, textAlign: "left", padding: "6px 2px" }}
        >
          <HStack gap={1}>
            {isChosen ? (
              <ChevronDown size={15} style={{ flexShrink: 0 }} />
            ) : (
              <ChevronRight size={15} style={{ flexShrink: 0 }} />
            )}
            <Text as="span" fontWeight={600} fontSize="15px" lineHeight={1.15}>
              {heading}
            </Text>
          </HStack>
        </button>
        <HStack gap={0} role="group" aria-label={`Length of ${heading}`}>
          {FORMS.map((form) => (
            <button
              key={form}
              type="button"
              aria-pressed={block.form === form}
              onClick={() => onChange({ ...block, form })}
              style={{
                fontSize: "13px",
                padding: "5px 4px",
                fontWeight: block.form === form ? 700 : 400,
                textDecoration: block.form === form ? "underline" : "none",
              }}
            >
              {form}
            </button>
          ))}
        </HStack>
        <IconButton
          aria-label={`Move ${heading} up`}
          variant="ghost"
          size="xs"
          minW="26px"
          onClick={() => onMove(-1)}
        >
          <ArrowUp size={14} />
        </IconButton>
        <IconButton
          aria-label={`Move ${heading} down`}
          variant="ghost"
          size="xs"
          minW="26px"
          onClick={() => onMove(1)}
        >
          <ArrowDown size={14} />
        </IconButton>
        <Remove label={`Remove ${heading}`} onClick={onRemove} />
      </HStack>
      {differing.length > 0 && (
        <Text fontSize="13.5px" color="ochre" px={3} pb={1.5} data-testid="differs">
          Not supported by any run: {differing.join(", ")}.
        </Text>
      )}
      {isChosen && <BlockSettings block={block} context={context} onChange={onChange} />}
    </Box>
  );
}
