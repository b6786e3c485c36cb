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
  ["loadWatts", "Each load takes", "W"],
  ["loadCelsius", "Load no hotter than", "°C"],
  ["sinkCelsius", "Heat sink no hotter than", "°C"],
  ["breakerAmperes", "The breaker carries", "A"],
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
        Past one of these the drive goes down at once; also when the output collapses or the
        converter is near full scale.
      </Text>
      <Grid templateColumns="1fr 1fr" gap={2.5} alignItems="start">
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
                "For moments five times the watts are let pass, as cased resistors stand for five seconds.",
              ]
            : []),
        ].join(" ")}
      </Text>
    </Panel>
  );
}

/** The rating that follows from a load's own resistors. */
const builtText = ({ nominalOhms }: Load, { watts, overload }: LoadRating): string =>
  `The ${formatShort(nominalOhms)} Ω load as built takes ${formatSignificant(watts, 3)} W, ${formatSignificant(overload.ratio, 2)} times that for ${formatSignificant(overload.seconds, 2)} s.`;
