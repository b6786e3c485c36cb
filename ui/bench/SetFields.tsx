import { Box, Grid, HStack, Text } from "@chakra-ui/react";
import { useWatch, type UseFormReturn } from "react-hook-form";
import type { Details, Load } from "@/records";
import { setupChoices } from "@/records/facts";
import { ActionButton } from "../parts/ActionButton";
import { QuantityField } from "../parts/fields";
import type { RunFormTexts, RunFormValues } from "./benchSchemas";

export const NO_SET: RunFormTexts["set"] = {
  loadIds: [],
  channelCounts: "",
  frequencies: "",
  settings: [],
  repeats: "1",
};

/** Settings of supplies and switches, besides the default. */
export const settingChoices = (details: Details): string[] => {
  const { supplies, switches } = setupChoices(details);
  return [
    ...supplies.slice(1).map((name) => `supply: ${name}`),
    ...switches.flatMap(({ name, positions }) =>
      positions.slice(1).map((position) => `${name}: ${position}`),
    ),
  ];
};

/** Repeats a run over loads, channels, settings and frequencies, and for statistics. */
export function SetFields({
  form: { register, setValue, control, formState },
  loads,
  details,
}: {
  form: UseFormReturn<RunFormTexts, unknown, RunFormValues>;
  loads: readonly Load[];
  details: Details;
}) {
  const [loadIds, settings] = useWatch({ control, name: ["set.loadIds", "set.settings"] });
  const errors = formState.errors.set;
  return (
    <Box borderTopWidth="1px" borderColor="rime" mt={4} pt={3}>
      <Text fontWeight={700} mb={1.5}>
        Repeat over
      </Text>
      {loads.length > 1 && (
        <Several
          label="Loads"
          choices={loads.map(({ id, nominalOhms }) => ({ value: id, label: `${nominalOhms} Ω` }))}
          chosen={loadIds}
          onChange={(ids) => setValue("set.loadIds", ids)}
        />
      )}
      {settingChoices(details).length > 0 && (
        <Several
          label="Settings"
          choices={["", ...settingChoices(details)].map((value) => ({
            value,
            label: value || "default setting",
          }))}
          chosen={settings}
          onChange={(chosen) => setValue("set.settings", chosen)}
        />
      )}
      <Grid templateColumns="repeat(3, minmax(0, 1fr))" gap={3}>
        <QuantityField
          id="set-channels"
          label="Channels driven"
          placeholder="1, 2"
          field={register("set.channelCounts")}
          error={errors?.channelCounts}
        />
        <QuantityField
          id="set-frequencies"
          label="Frequencies"
          placeholder="20, 1k, 20k"
          unit="Hz"
          field={register("set.frequencies")}
          error={errors?.frequencies}
        />
        <QuantityField
          id="set-repeats"
          label="Repeats"
          field={register("set.repeats")}
          error={errors?.repeats}
        />
      </Grid>
    </Box>
  );
}

/** Any number of a few things, each on or off. */
function Several({
  label,
  choices,
  chosen,
  onChange,
}: {
  label: string;
  choices: readonly { value: string; label: string }[];
  chosen: readonly string[];
  onChange(chosen: string[]): void;
}) {
  return (
    <HStack gap={1.5} wrap="wrap" mb={2} role="group" aria-label={label}>
      {choices.map(({ value, label: words }) => {
        const isOn = chosen.includes(value);
        return (
          <ActionButton
            key={value}
            minH="36px"
            px={3}
            fontSize="14px"
            aria-pressed={isOn}
            tone={isOn ? "primary" : "quiet"}
            onClick={() =>
              onChange(isOn ? chosen.filter((each) => each !== value) : [...chosen, value])
            }
          >
            {words}
          </ActionButton>
        );
      })}
    </HStack>
  );
}
