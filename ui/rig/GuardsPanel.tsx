import { Grid, Heading, Text } from "@chakra-ui/react";
import { formatShort, formatSignificant } from "@/core/units";
import { guardLimits, type FieldErrors, type Guards, type Load } from "@/records";
import { DraftField } from "../parts/DraftField";
import { Panel } from "../parts/Panel";

/** Guards as they are typed. */
export type GuardTexts = Record<keyof Guards, string>;

export const guardTexts = (guards: Guards): GuardTexts => ({ loadWatts: formatShort(guards.loadWatts), loadCelsius: formatShort(guards.loadCelsius), sinkCelsius: formatShort(guards.sinkCelsius), breakerAmperes: formatShort(guards.breakerAmperes) });

const FIELDS: readonly (readonly [keyof Guards, string, string])[] = [
  ["loadWatts", "Each load takes", "W"],
  ["loadCelsius", "Load no hotter than", "°C"],
  ["sinkCelsius", "Heat sink no hotter than", "°C"],
  ["breakerAmperes", "The breaker carries", "A"],
];

/** At which limits a run is turned down by itself; there is no way to switch them off. */
export function GuardsPanel({ texts, errors, loads, onChange }: { texts: GuardTexts; errors: FieldErrors; loads: readonly Load[]; onChange(texts: GuardTexts): void }) {
  const built = loads.filter(({ channels }) => channels.every(({ network }) => network));
  return (
    <Panel as="form" aria-label="Guards" onSubmit={(event) => event.preventDefault()}>
      <Heading as="h2" fontSize="17px">Guards</Heading>
      <Text color="muted" fontSize="13.5px" mb={2}>
        Past one of these the drive goes down at once; also when the output collapses or the converter is near full scale.
      </Text>
      <Grid templateColumns="1fr 1fr" gap={2.5} alignItems="start">
        {FIELDS.map(([name, label, unit]) => (
          <DraftField key={name} label={label} unit={unit} value={texts[name]} error={errors[`guards.${name}`]} onChange={(text) => onChange({ ...texts, [name]: text })} />
        ))}
      </Grid>
      <Text fontSize="13.5px" color="muted" mt={2}>
        {[...built.map((load) => builtText(load)), ...(built.length < loads.length ? ["For moments five times the watts are let pass, as cased resistors stand for five seconds."] : [])].join(" ")}
      </Text>
    </Panel>
  );
}

/** The rating that follows from a load's own resistors. */
const builtText = (load: Load): string => {
  const { loadWatts, overload } = guardLimits(UNSET, load);
  return `The ${formatShort(load.nominalOhms)} Ω load as built takes ${formatSignificant(loadWatts, 3)} W${overload ? `, ${formatSignificant(overload.ratio, 2)} times that for ${formatSignificant(overload.seconds, 2)} s` : ""}.`;
};
/** Nothing of it counts for a load that is known part by part. */
const UNSET: Guards = { loadWatts: Infinity, loadCelsius: 0, sinkCelsius: 0, breakerAmperes: 0 };
