"use client";
import { Dialog, Portal, Table, Text } from "@chakra-ui/react";
import { ActionButton } from "./ActionButton";
import { differences } from "./differences";

export type BothDialogProps = {
  open: boolean;
  mine: unknown;
  theirs: unknown;
  onKeepMine(): void;
  onTakeTheirs(): void;
  onClose(): void;
};

const MOST_ROWS = 12;

/** The same thing as two windows have it, side by side, to choose from. Whichever is not chosen stays a step back. */
export function BothDialog({ open, mine, theirs, ...on }: BothDialogProps) {
  const found = differences(mine, theirs);
  return (
    <Dialog.Root
      role="alertdialog"
      size="lg"
      open={open}
      onOpenChange={(change) => !change.open && on.onClose()}
      placement="center"
    >
      <Portal>
        <Dialog.Backdrop bg="blackAlpha.500" />
        <Dialog.Positioner>
          <Dialog.Content bg="surface" borderRadius="panel">
            <Dialog.Header>
              <Dialog.Title>Changed in two windows</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Table.Root size="sm" css={{ "& td, & th": { bg: "surface", borderColor: "rime" } }}>
                <Table.Header>
                  <Table.Row>
                    <Table.ColumnHeader />
                    <Table.ColumnHeader>Here</Table.ColumnHeader>
                    <Table.ColumnHeader>In the other window</Table.ColumnHeader>
                  </Table.Row>
                </Table.Header>
                <Table.Body>
                  {found.slice(0, MOST_ROWS).map(({ name, here, there }) => (
                    <Table.Row key={name} verticalAlign="top">
                      <Table.Cell color="muted">{name}</Table.Cell>
                      <Side text={here} />
                      <Side text={there} />
                    </Table.Row>
                  ))}
                </Table.Body>
              </Table.Root>
              {found.length > MOST_ROWS && (
                <Text color="muted" mt={2}>
                  and {found.length - MOST_ROWS} more
                </Text>
              )}
              <Text mt={3}>The other version is not lost: Undo restores it.</Text>
            </Dialog.Body>
            <Dialog.Footer>
              <ActionButton onClick={on.onTakeTheirs}>Use the other window’s version</ActionButton>
              <ActionButton tone="primary" onClick={on.onKeepMine} data-testid="keep-mine">
                Keep this version
              </ActionButton>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

function Side({ text }: { text: string | null }) {
  return (
    <Table.Cell fontWeight={600} overflowWrap="anywhere">
      {text ? (
        text.slice(0, 160)
      ) : (
        <Text color="muted">{text === null ? "not there" : "empty"}</Text>
      )}
    </Table.Cell>
  );
}
