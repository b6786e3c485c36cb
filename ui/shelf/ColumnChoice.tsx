"use client";
import { Flex, HStack } from "@chakra-ui/react";
import { SHELF_COLUMNS, type ShelfColumns, type ShelfOrder } from "@/records";
import { CheckField } from "../parts/fields";
import { KeptMark } from "../parts/KeptMark";
import type { Autosave } from "../parts/useAutosave";

type ColumnChoiceProps = {
  columns: readonly ShelfOrder[];
  onColumns(columns: ShelfOrder[]): void;
  autosave: Autosave<ShelfColumns["columns"]>;
};

/** Which columns the shelf has, for all windows; the name is always there. */
export function ColumnChoice({ columns, onColumns, autosave }: ColumnChoiceProps) {
  return (
    <Flex
      columnGap={4}
      rowGap={0}
      align="center"
      wrap="wrap"
      mb={3}
      role="group"
      aria-label="Columns"
    >
      {SHELF_COLUMNS.filter(({ name }) => name !== "name").map(({ name, label }) => (
        <CheckField
          key={name}
          label={label}
          isOn={columns.includes(name)}
          onChange={(isOn) =>
            onColumns(
              SHELF_COLUMNS.map((each) => each.name).filter((each) =>
                each === name ? isOn : columns.includes(each),
              ),
            )
          }
        />
      ))}
      <HStack>
        <KeptMark {...autosave} />
      </HStack>
    </Flex>
  );
}
