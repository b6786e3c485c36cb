import { Box, Grid, HStack, Image, Text } from "@chakra-ui/react";
import { Pencil, RotateCcw } from "lucide-react";
import { RUN_KINDS } from "@/core/run";
import { HEADINGS } from "@/publish/blocks/headings";
import type { Block } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { CheckField, ChoiceField, held, TextField } from "../parts/fields";
import type { BlockContext } from "./sheetProps";

/** Heading, words and what is chosen in a block. */
export function BlockSettings({
  block,
  context: { comparisons, photos, kinds, usual },
  onChange,
}: {
  block: Block;
  context: BlockContext;
  onChange(block: Block): void;
}) {
  const drawn = kinds.filter((kind) => RUN_KINDS[kind].charts.length > 0);
  const toggled = <T,>(list: readonly T[], value: T): T[] =>
    list.includes(value) ? list.filter((each) => each !== value) : [...list, value];
  return (
    <Grid templateColumns="minmax(0, 1fr)" gap={2} px={3} pb={3}>
      <TextField
        label="Heading"
        field={held(block.heading, (heading) => onChange({ ...block, heading }))}
        placeholder={HEADINGS[block.kind]}
      />
      {block.kind === "comparison" && (
        <ChoiceField
          label="Which comparison"
          field={held(block.setId, (setId) => onChange({ ...block, setId }))}
          choices={[
            { value: "", label: comparisons.length > 0 ? "choose one" : "none saved yet" },
            ...comparisons.map(({ id, name }) => ({ value: id, label: name })),
          ]}
        />
      )}
      {block.kind === "curves" && (
        <Box>
          <Text fontSize="13.5px" color="muted">
            Runs (default selection if none is chosen)
          </Text>
          {drawn.map((kind) => (
            <CheckField
              key={kind}
              label={RUN_KINDS[kind].title}
              isOn={block.kinds.includes(kind)}
              onChange={() => onChange({ ...block, kinds: toggled(block.kinds, kind) })}
            />
          ))}
        </Box>
      )}
      {block.kind === "photos" && photos.length > 0 && (
        <HStack wrap="wrap" gap={2} role="group" aria-label="Photos on the page">
          {photos.map(({ sha256, smallSha256, caption }) => (
            <button
              key={sha256}
              type="button"
              aria-pressed={block.photos.includes(sha256)}
              aria-label={caption || "photo without a caption"}
              onClick={() => onChange({ ...block, photos: toggled(block.photos, sha256) })}
            >
              <Image
                src={`/api/photos/${smallSha256}`}
                alt=""
                h="56px"
                borderRadius="control"
                borderWidth="3px"
                borderColor={block.photos.includes(sha256) ? "spruce" : "transparent"}
              />
            </button>
          ))}
        </HStack>
      )}
      <Words block={block} usual={usual[`${block.kind} ${block.form}`] ?? ""} onChange={onChange} />
    </Grid>
  );
}

/** The words that follow from the measurements, or the reviewer's own in their place. */
function Words({
  block,
  usual,
  onChange,
}: {
  block: Block;
  usual: string;
  onChange(block: Block): void;
}) {
  if (block.text === null && block.kind !== "remarks")
    return (
      <Box>
        {usual !== "" && (
          <Text fontSize="14px" color="muted" whiteSpace="pre-line" mb={1.5}>
            {usual}
          </Text>
        )}
        <ActionButton
          minH="34px"
          px={3}
          fontSize="13.5px"
          onClick={() => onChange({ ...block, text: usual })}
        >
          <Pencil size={14} /> {usual === "" ? "Add your own text" : "Edit the text"}
        </ActionButton>
      </Box>
    );
  return (
    <Box>
      <TextField
        label="Your text"
        rows={5}
        field={held(block.text ?? "", (text) => onChange({ ...block, text }))}
      />
      {block.kind !== "remarks" && (
        <ActionButton
          mt={1.5}
          minH="34px"
          px={3}
          fontSize="13.5px"
          onClick={() => onChange({ ...block, text: null })}
        >
          <RotateCcw size={14} /> Restore generated text
        </ActionButton>
      )}
    </Box>
  );
}
