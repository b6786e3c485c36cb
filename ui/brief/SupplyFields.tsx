import { Grid, Text } from "@chakra-ui/react";
import { formatSignificant, parseNumber } from "@/core/units";
import { SUPPLY_KINDS, supplyWatts, type FieldErrors, type Supply } from "@/records";
import { CheckField, ChoiceField, TextField, held } from "../parts/fields";
import { Remove } from "../parts/Remove";
import { typed } from "../parts/typed";
import { Section } from "./Section";

/** A supply as it is typed. */
export type SupplyDraft = Record<Exclude<keyof Supply, "isInTheBox">, string> &
  Pick<Supply, "isInTheBox">;

export const asSupplyDraft = ({ name, kind, isInTheBox, ...numbers }: Supply): SupplyDraft => ({
  name,
  kind,
  isInTheBox,
  volts: typed(numbers.volts),
  amperes: typed(numbers.amperes),
  watts: typed(numbers.watts),
  count: typed(numbers.count),
  price: typed(numbers.price),
  mainsVolts: typed(numbers.mainsVolts),
});

/** Supplies with what stands on their labels, what they cost and what they are connected to. */
export function SupplyFields({
  supplies,
  errors,
  onChange,
}: {
  supplies: readonly SupplyDraft[];
  errors: FieldErrors;
  onChange(supplies: SupplyDraft[]): void;
}) {
  const change = (index: number, part: Partial<SupplyDraft>) =>
    onChange(supplies.map((supply, k) => (k === index ? { ...supply, ...part } : supply)));
  return (
    <Section
      title="Supplies, as labelled"
      addLabel="Supply"
      onAdd={() =>
        onChange([
          ...supplies,
          asSupplyDraft({
            name: supplies.length === 0 ? "in the box" : "",
            kind: "linear",
            volts: null,
            amperes: null,
            watts: null,
            isInTheBox: supplies.length === 0,
          }),
        ])
      }
    >
      {supplies.length === 0 && (
        <Text color="muted" fontSize="14px">
          The forecast needs the voltage of the rails or the brick, and its current or power.
        </Text>
      )}
      {supplies.map((supply, index) => (
        <Grid
          key={index}
          borderTopWidth={index > 0 ? "1px" : 0}
          borderColor="rime"
          templateColumns="1.3fr 1fr 0.7fr 0.7fr 0.7fr auto"
          gap={2}
          py={1}
          alignItems="start"
        >
          <TextField
            label="Name"
            field={held(supply.name, (name) => change(index, { name }))}
            error={errors[`supplies[${index}].name`]}
          />
          <ChoiceField
            label="Kind"
            field={held(supply.kind, (kind) => change(index, { kind }))}
            choices={SUPPLY_KINDS}
          />
          <TextField
            label={supply.kind === "linear" || supply.kind === "switched" ? "Rail, V" : "Volts"}
            field={held(supply.volts, (volts) => change(index, { volts }))}
            error={errors[`supplies[${index}].volts`]}
          />
          <TextField
            label="Amperes"
            field={held(supply.amperes, (amperes) => change(index, { amperes }))}
            error={errors[`supplies[${index}].amperes`]}
          />
          <TextField
            label="or watts"
            field={held(supply.watts, (watts) => change(index, { watts }))}
            error={errors[`supplies[${index}].watts`]}
            placeholder={wattsOf(supply)}
          />
          <Remove
            label={`Remove the supply ${supply.name}`}
            mt="22px"
            onClick={() => onChange(supplies.filter((_, k) => k !== index))}
          />
          <Grid
            gridColumn="1 / -1"
            templateColumns="0.8fr 0.8fr 1fr 1.4fr"
            gap={2}
            alignItems="end"
          >
            <TextField
              label="How many"
              field={held(supply.count, (count) => change(index, { count }))}
              error={errors[`supplies[${index}].count`]}
              placeholder="1"
            />
            <TextField
              label="Price"
              field={held(supply.price, (price) => change(index, { price }))}
              error={errors[`supplies[${index}].price`]}
            />
            <TextField
              label="Mains, V"
              field={held(supply.mainsVolts, (mainsVolts) => change(index, { mainsVolts }))}
              error={errors[`supplies[${index}].mainsVolts`]}
              placeholder="default"
            />
            {supplies.length > 1 && (
              <CheckField
                label="in the box"
                isOn={supply.isInTheBox}
                onChange={(isInTheBox) =>
                  onChange(
                    supplies.map((each, k) => ({
                      ...each,
                      isInTheBox: k === index ? isInTheBox : each.isInTheBox && !isInTheBox,
                    })),
                  )
                }
              />
            )}
          </Grid>
        </Grid>
      ))}
    </Section>
  );
}

const wattsOf = ({ volts, amperes }: SupplyDraft): string => {
  const watts = supplyWatts({
    volts: parseNumber(volts),
    amperes: parseNumber(amperes),
    watts: null,
  });
  return watts ? formatSignificant(watts, 3) : "";
};
