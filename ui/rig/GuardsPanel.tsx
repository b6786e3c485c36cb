import { Grid, Heading, Text } from "@chakra-ui/react";
import type { LoadRating } from "@/core/load";
import { formatShort, formatSignificant } from "@/core/units";
import { builtRating, type FieldErrors, type Guards, type Load } from "@/records";
import { QuantityField, held } from "../parts/fields";
import { Panel } from "../parts/Panel";

/** Guards as they are typed. */
export type GuardTexts = Record<keyof Guards, string>;

export const guardTexts = (guards: Guards): GuardTexts => ({
  loadWatts: formatShort(guards.loadWatts),
  loadCelsius: formatShort(guards.loadCelsius),
  sinkCelsius: formatShort(guards.sinkCelsius),
  breakerAmperes: formatShort(guards.breakerAmperes),
});

const FIELDS: readonly (readonly [keyof Guards, string, string])[] = [
  ["loadWatts", "Load power limit", "W"],
  ["loadCelsius", "Load temperature limit", "°C"],
  ["sinkCelsius", "Heat sink temperature limit", "°C"],
  ["breakerAmperes", "Breaker rating", "A"],
];

/** At which limits a run is turned down by itself; there is no way to switch them off. */
export function GuardsPanel({
  texts,
  errors,
  loads,
  onChange,
}: {
  texts: GuardTexts;
  errors: FieldErrors;
  loads: readonly Load[];
  onChange(texts: GuardTexts): void;
}) {
  const ratings = loads.map(builtRating);
  return (
    <Panel as="form" aria-label="Guards" onSubmit={(event) => event.preventDefault()}>
      <Heading as="h2" fontSize="17px">
        Guards
      </Heading>
      <Text color="muted" fontSize="13.5px" mb={2}>
        Above any of these the drive is reduced at once, also when the output collapses or the level
        is too high for the converter.
      </Text>
      <Grid templateColumns="1fr 1fr" gap={2.5} alignItems="end">
        {FIELDS.map(([name, label, unit]) => (
          <QuantityField
            key={name}
            label={label}
            unit={unit}
            field={held(texts[name], (text) => onChange({ ...texts, [name]: text }))}
            error={errors[`guards.${name}`]}
          />
        ))}
      </Grid>
      <Text fontSize="13.5px" color="muted" mt={2}>
        {[
          ...loads.flatMap((load, k) => (ratings[k] ? [builtText(load, ratings[k])] : [])),
          ...(ratings.includes(null)
            ? [
                "Five times the power is allowed briefly, as cased resistors take it for five seconds.",
              ]
            : []),
        ].join(" ")}
      </Text>
    </Panel>
  );
}

/** The rating that follows from a load's own resistors. */
const builtText = ({ nominalOhms }: Load, { watts, overload }: LoadRating): string =>
  `The ${formatShort(nominalOhms)} Ω load is rated for ${formatSignificant(watts, 3)} W, ${formatSignificant(overload.ratio, 2)} times that for ${formatSignificant(overload.seconds, 2)} s.`;
