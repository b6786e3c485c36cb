"use client";
import { Box, Flex, Grid, HStack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { HEADINGS } from "@/publish/blocks/headings";
import { newBlock, TEMPLATE_NAMES, templateBlocks } from "@/publish/templates";
import { amplifierName, BLOCK_KINDS, type Block, type Publication } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { EmptyState } from "../parts/EmptyState";
import { ChoiceField, held, TextField } from "../parts/fields";
import { KeptMark } from "../parts/KeptMark";
import { newId } from "../parts/newId";
import { Panel } from "../parts/Panel";
import { saveDocument } from "../parts/saves";
import { Sortable } from "../parts/Sortable";
import { unrevised } from "../parts/unrevised";
import { useAutosave } from "../parts/useAutosave";
import { BlockRow } from "./BlockRow";
import { Preview } from "./Preview";
import type { SheetScreenProps } from "./sheetProps";
import { WaysOut } from "./WaysOut";

/** The page that is published: its blocks at the left, the page itself at the right, and every way out of here. */
export function SheetScreen(props: SheetScreenProps) {
  const { amplifier, publication: initial, comparisons } = props;
  const [publication, setPublication] = useState(() => unrevised<Publication>(initial));
  const [chosenId, setChosenId] = useState<string | null>(null);
  const autosave = useAutosave({
    name: `publication of ${amplifier.id}`,
    value: publication,
    restore: setPublication,
    revision: initial.revision,
    asDraft: unrevised<Publication>,
    save: (content, revision) =>
      saveDocument(amplifier.id, "publication", { ...content, revision }),
  });
  const { blocks } = publication;
  const setBlocks = (to: Block[]) => setPublication((before) => ({ ...before, blocks: to }));
  const move = (from: number, to: number) => {
    if (from < 0 || to < 0 || to >= blocks.length) return;
    const moved = blocks.toSpliced(from, 1);
    setBlocks(moved.toSpliced(to, 0, blocks[from]));
  };
  const placeOf = (id: string) => blocks.findIndex((block) => block.id === id);
  const begin = (template: string) =>
    setBlocks(templateBlocks(template, newId, comparisons.find(({ isOwn }) => isOwn)?.id ?? ""));
  if (blocks.length === 0)
    return (
      <EmptyState
        title="The page is empty"
        text="Start from a template and change it as you like. Every figure comes from the runs, stays current and links to them."
      >
        <Templates isFirst onBegin={begin} />
      </EmptyState>
    );
  return (
    <Grid templateColumns="minmax(0, 400px) minmax(0, 1fr)" gap={4} alignItems="start">
      <Grid templateColumns="minmax(0, 1fr)" gap={3}>
        <Panel px={3.5}>
          <HStack justify="space-between" mb={1}>
            <Text as="h1" fontSize="18px" fontWeight={700}>
              The page
            </Text>
            <KeptMark {...autosave} />
          </HStack>
          <Grid templateColumns="1.5fr 1fr" gap={2}>
            <TextField
              label="Title"
              field={held(publication.title, (title) =>
                setPublication((before) => ({ ...before, title })),
              )}
              placeholder={`${amplifierName(amplifier)}, measured`}
            />
            <TextField
              label="Author"
              field={held(publication.author, (author) =>
                setPublication((before) => ({ ...before, author })),
              )}
            />
          </Grid>
        </Panel>
        <Panel px={2} py={2}>
          <Sortable
            ids={blocks.map(({ id }) => id)}
            onMove={(id, overId) => move(placeOf(id), placeOf(overId))}
          >
            <Box as="ol" listStyleType="none" aria-label="Blocks of the page">
              {blocks.map((block, k) => (
                <BlockRow
                  key={block.id}
                  block={block}
                  isChosen={block.id === chosenId}
                  context={props}
                  onChoose={() => setChosenId(block.id === chosenId ? null : block.id)}
                  onChange={(to) => setBlocks(blocks.with(k, to))}
                  onMove={(step) => move(k, k + step)}
                  onRemove={() => setBlocks(blocks.toSpliced(k, 1))}
                />
              ))}
            </Box>
          </Sortable>
          <AddBlock
            onAdd={(block) => {
              setBlocks([...blocks, block]);
              setChosenId(block.id);
            }}
          />
        </Panel>
        <Panel px={3.5}>
          <Text fontSize="13.5px" color="muted" mb={1.5}>
            Start again from a template; Undo restores this page.
          </Text>
          <Templates onBegin={begin} />
        </Panel>
      </Grid>
      <Flex direction="column" gap={3} position="sticky" top="92px">
        <WaysOut
          amplifierId={amplifier.id}
          cards={props.cards}
          canDraw={props.canDraw}
          isKept={autosave.state === "kept"}
        />
        <Preview amplifierId={amplifier.id} isKept={autosave.state === "kept"} />
      </Flex>
    </Grid>
  );
}

/** Which kind of block, and the press that adds it: going through the choices with the keys adds none. */
function AddBlock({ onAdd }: { onAdd(block: Block): void }) {
  const [kind, setKind] = useState<Block["kind"]>("summary");
  return (
    <HStack px={1.5} pt={1} gap={2} align="end">
      <Box flex={1}>
        <ChoiceField
          label="Add a block"
          field={held(kind, (to) => setKind(to as Block["kind"]))}
          choices={BLOCK_KINDS.map((each) => ({ value: each, label: HEADINGS[each] }))}
        />
      </Box>
      <ActionButton minH="40px" px={3} onClick={() => onAdd(newBlock(kind, newId()))}>
        Add
      </ActionButton>
    </HStack>
  );
}

function Templates({
  isFirst = false,
  onBegin,
}: {
  isFirst?: boolean;
  onBegin(template: string): void;
}) {
  return (
    <HStack gap={2} wrap="wrap" role="group" aria-label="Templates">
      {TEMPLATE_NAMES.map((name, k) => (
        <ActionButton
          key={name}
          minH="38px"
          px={3}
          tone={isFirst && k === 1 ? "primary" : "quiet"}
          onClick={() => onBegin(name)}
        >
          {name}
        </ActionButton>
      ))}
    </HStack>
  );
}
