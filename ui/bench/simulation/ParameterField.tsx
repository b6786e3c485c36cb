"use client";
import { Box, HStack, Input, Switch, Text } from "@chakra-ui/react";
import { useId, useState } from "react";
import type { Field, QuantityParameter } from "@/bench/fields";
import type { ParameterValue } from "@/bench/panel";
import { formatEngineering, parseNumber } from "@/core/units";
import { ChoiceField, held } from "../../parts/fields";
import { Explain } from "../../words/Explain";
import { termOfParameter } from "../../words/parameterTerms";
import { fromSlider, toSlider, TRAVEL } from "./sliderScale";

export type ParameterFieldProps = {
  field: Field;
  value: ParameterValue;
  isChanged: boolean;
  onChange(value: ParameterValue): void;
};

/** One parameter of the rig, by whatever control its field asks for. */
export function ParameterField({ field, value, isChanged, onChange }: ParameterFieldProps) {
  if (field.type === "quantity")
    return (
      <Quantity field={field} value={value as number} isChanged={isChanged} onChange={onChange} />
    );
  if (field.type === "switch")
    return (
      <HStack justify="space-between" gap={2} py={1}>
        <Explained label={field.label} isChanged={isChanged} />
        <Switch.Root
          checked={value as boolean}
          onCheckedChange={({ checked }) => onChange(checked)}
        >
          <Switch.HiddenInput aria-label={field.label} />
          <Switch.Control bg="rime" _checked={{ bg: "spruce" }} />
        </Switch.Root>
      </HStack>
    );
  return (
    <HStack justify="space-between" gap={2} py={0.5}>
      <Explained label={field.label} isChanged={isChanged} />
      <Box minW="104px">
        <ChoiceField
          label=""
          ariaLabel={field.label}
          isSmall
          field={held(String(value), (text) =>
            onChange(field.choices.find((choice) => String(choice) === text) ?? field.usual),
          )}
          choices={field.choices.map((choice) => ({
            value: String(choice),
            label: String(choice).replace(/-/g, " "),
          }))}
        />
      </Box>
    </HStack>
  );
}

/** The label of a setting, strong where it was changed, with what it means a press away. */
function Explained({
  label,
  isChanged,
  htmlFor,
}: {
  label: string;
  isChanged: boolean;
  htmlFor?: string;
}) {
  const term = termOfParameter(label);
  return (
    <HStack gap={1.5}>
      <Text
        asChild
        fontSize="14px"
        lineHeight={1.25}
        fontWeight={isChanged ? 700 : 500}
        color={isChanged ? "ink" : "muted"}
      >
        {htmlFor ? <label htmlFor={htmlFor}>{label}</label> : <span>{label}</span>}
      </Text>
      {term && <Explain term={term} of={label} />}
    </HStack>
  );
}

/** A number with its slider; what cannot be used stays in the field, with the reason under it. */
function Quantity({
  field,
  value,
  isChanged,
  onChange,
}: {
  field: QuantityParameter;
  value: number;
  isChanged: boolean;
  onChange(value: number): void;
}) {
  const id = useId();
  const [draft, setDraft] = useState<string | null>(null);
  const parsed = draft === null ? value : parseNumber(draft);
  const span = `${formatEngineering(field.least)} to ${formatEngineering(field.most)}${field.unit && ` ${field.unit}`}`;
  const isOutside = parsed !== null && (parsed < field.least || parsed > field.most);
  const rangeError = isOutside ? `From ${span}.` : null;
  const error = parsed === null ? `Enter a number from ${span}.` : rangeError;
  const take = (text: string) => {
    setDraft(text);
    const next = parseNumber(text);
    if (next !== null && next >= field.least && next <= field.most) onChange(next);
  };
  return (
    <Box>
      <Explained label={field.label} isChanged={isChanged} htmlFor={id} />
      <HStack gap={2}>
        <input
          type="range"
          aria-label={`${field.label}, slider`}
          min={0}
          max={TRAVEL}
          value={toSlider(value, field)}
          onChange={(event) => {
            setDraft(null);
            onChange(fromSlider(Number(event.target.value), field));
          }}
          style={{
            flex: 1,
            minWidth: 0,
            accentColor: "var(--chakra-colors-spruce)",
            height: "30px",
          }}
        />
        <Input
          id={id}
          value={draft ?? formatEngineering(value)}
          onChange={(event) => take(event.target.value)}
          onBlur={() => error === null && setDraft(null)}
          aria-invalid={error !== null}
          size="sm"
          w="76px"
          textAlign="end"
          fontWeight={600}
          bg="surface"
          borderColor={error ? "ember" : "rime"}
          autoComplete="off"
          px={2}
        />
        <Text color="muted" fontSize="13.5px" w="30px" whiteSpace="nowrap">
          {field.unit}
        </Text>
      </HStack>
      {error && (
        <Text role="alert" color="ember" fontSize="13px" fontWeight={500}>
          {error}
        </Text>
      )}
    </Box>
  );
}
