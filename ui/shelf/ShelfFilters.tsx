"use client";
import { Box, Flex, HStack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { parseNumber } from "@/core/units";
import {
  ALL_OF_THE_SHELF,
  SHELF_OUTCOMES,
  SUPPLY_KINDS,
  type ShelfBound,
  type ShelfFilter,
  type ShelfOutcome,
  type ShelfView,
  type Supply,
} from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { ChoiceField, QuantityField, held } from "../parts/fields";
import { useSettled } from "./useSettled";

const OUTCOME_LABELS: Record<ShelfOutcome, string> = {
  met: "every claim met",
  missed: "a claim not met",
  open: "open after measuring",
  "not-tested": "not tested",
};

const BOUNDS: readonly { name: ShelfBound; label: string; unit: string }[] = [
  { name: "year", label: "Year", unit: "" },
  { name: "watts", label: "Power", unit: "W" },
  { name: "price", label: "Price", unit: "" },
];

type FiltersProps = {
  view: ShelfView;
  labels: readonly string[];
  onFilter(change: Partial<ShelfFilter>): void;
};

/** What the shelf can be narrowed by, beside words and kind. */
export function ShelfFilters({ view, labels, onFilter }: FiltersProps) {
  return (
    <Flex
      columnGap={3}
      rowGap={1}
      wrap="wrap"
      align="start"
      mb={3}
      role="group"
      aria-label="Filters"
    >
      <Box w="164px">
        <ChoiceField
          label="Outcome"
          field={held(view.outcome ?? "", (outcome) =>
            onFilter({ outcome: (outcome || null) as ShelfOutcome | null }),
          )}
          choices={[
            { value: "", label: "any" },
            ...SHELF_OUTCOMES.map((value) => ({ value, label: OUTCOME_LABELS[value] })),
          ]}
        />
      </Box>
      <Box w="100px">
        <ChoiceField
          label="Supply"
          field={held(view.supply ?? "", (supply) =>
            onFilter({ supply: (supply || null) as Supply["kind"] | null }),
          )}
          choices={[{ value: "", label: "any" }, ...SUPPLY_KINDS]}
        />
      </Box>
      {labels.length > 0 && (
        <Box w="128px">
          <ChoiceField
            label="With label"
            field={held(view.label ?? "", (label) => onFilter({ label: label || null }))}
            choices={[{ value: "", label: "any" }, ...labels]}
          />
        </Box>
      )}
      {BOUNDS.map(({ name, label, unit }) => (
        <BoundFields key={name} {...{ name, label, unit, view, onFilter }} />
      ))}
      <ActionButton
        minH="40px"
        mt="23px"
        onClick={() =>
          onFilter({ ...filterOf(ALL_OF_THE_SHELF), kind: view.kind, place: view.place })
        }
      >
        Clear
      </ActionButton>
    </Flex>
  );
}

const filterOf = ({ order: _, descending: __, page: ___, ...filter }: ShelfView): ShelfFilter =>
  filter;

type BoundFieldsProps = Pick<FiltersProps, "view" | "onFilter"> & (typeof BOUNDS)[number];

function BoundFields({ name, label, unit, view, onFilter }: BoundFieldsProps) {
  const bounds = view.bounds[name];
  const set = (side: "from" | "to") => (value: number | null) =>
    onFilter({ bounds: { ...view.bounds, [name]: { ...bounds, [side]: value } } });
  return (
    <HStack gap={1.5} align="start">
      <BoundField
        label={label}
        ariaLabel={`${label} from`}
        value={bounds.from}
        onValue={set("from")}
      />
      <Text color="muted" mt="32px">
        to
      </Text>
      <Box mt="23px">
        <BoundField
          label=""
          ariaLabel={`${label} up to`}
          unit={unit}
          value={bounds.to}
          onValue={set("to")}
        />
      </Box>
    </HStack>
  );
}

function BoundField({
  label,
  ariaLabel,
  unit,
  value,
  onValue,
}: {
  label: string;
  ariaLabel: string;
  unit?: string;
  value: number | null;
  onValue(value: number | null): void;
}) {
  const [isWrong, setIsWrong] = useState(false);
  const [text, setText] = useSettled(value === null ? "" : String(value), (typed) => {
    const number = typed === "" ? null : parseNumber(typed);
    setIsWrong(typed !== "" && number === null);
    if (typed === "" || number !== null) onValue(number);
  });
  return (
    <Box w={unit ? "86px" : "66px"}>
      <QuantityField
        label={label}
        ariaLabel={ariaLabel}
        unit={unit}
        placeholder="any"
        field={held(text, setText)}
        error={isWrong ? "A number." : null}
      />
    </Box>
  );
}
