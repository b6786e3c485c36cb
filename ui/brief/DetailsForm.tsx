"use client";
import { Grid, Heading, HStack, Text } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import {
  amplitudeRatioToDb,
  formatShort,
  formatSignificant,
  parseNumber,
  parsePrice,
} from "@/core/units";
import { TERMINALS, type Details, type FieldErrors, type Photo } from "@/records";
import type { PrintedDetails } from "@/records/facts";
import { ChoiceField, QuantityField, TextField, held } from "../parts/fields";
import { KeptMark } from "../parts/KeptMark";
import { Panel } from "../parts/Panel";
import { Remove } from "../parts/Remove";
import { saveDocument } from "../parts/saves";
import { typed } from "../parts/typed";
import { useAutosave } from "../parts/useAutosave";
import { Section } from "./Section";
import { asSupplyDraft, SupplyFields, type SupplyDraft } from "./SupplyFields";
import { Photos } from "./Photos";

/** What is typed: numbers as text until the schema has read them. */
type Draft = {
  supplies: SupplyDraft[];
  switches: { name: string; positions: string }[];
  connectors: { name: string; adapter: string }[];
  photos: Photo[];
} & Record<
  | "terminals"
  | "gainRatio"
  | "gainControl"
  | "inputs"
  | "massKilograms"
  | "size"
  | "priceThen"
  | "priceNow"
  | "priceIndexRatio"
  | "lender"
  | "seenBefore"
  | "seenAfter",
  string
>;

const asDraft = ({ revision: _, ...details }: Details): Draft => ({
  ...details,
  supplies: details.supplies.map(asSupplyDraft),
  gainRatio: decibelText(details.gainRatio),
  massKilograms: typed(details.massKilograms),
  priceThen: typed(details.priceThen),
  priceNow: typed(details.priceNow),
  priceIndexRatio: typed(details.priceIndexRatio),
});

/** What is printed stands faintly in the field of what is weighed and measured, and takes its place nowhere. */
const printedMass = ({ massKilograms }: PrintedDetails): string | undefined =>
  massKilograms === null ? undefined : `printed: ${formatShort(massKilograms, 4)}`;

const MILLIMETRES = 1000;

const printedSize = ({ size }: PrintedDetails): string =>
  size === null
    ? "430 × 120 × 310 mm"
    : `printed: ${size.map((metres) => formatShort(MILLIMETRES * metres, 4)).join(" × ")} mm`;

const PRINTED_NAME = "as printed";

const decibelText = (ratio: number | null): string =>
  ratio === null ? "" : `${formatShort(amplitudeRatioToDb(ratio), 4)} dB`;

/** Supply and gain of the sheet where nothing was typed, or only what it said before; what else stands there stays. */
const filledFrom = (
  draft: Draft,
  { supply, gainRatio }: PrintedDetails,
  before: PrintedDetails | null,
): Draft => {
  const isFree = draft.supplies.every(({ name }) => name === PRINTED_NAME);
  const supplies = supply && [asSupplyDraft({ ...supply, watts: null, isInTheBox: true })];
  const isOfSheet = draft.gainRatio === decibelText(before?.gainRatio ?? null);
  const gain = gainRatio !== null && (draft.gainRatio === "" || isOfSheet);
  return {
    ...draft,
    supplies: isFree && supplies ? supplies : draft.supplies,
    gainRatio: gain ? decibelText(gainRatio) : draft.gainRatio,
  };
};

/** Supplies, connections, price and what was seen: kept as it is typed. */
export function DetailsForm({
  amplifierId,
  details,
  printed,
  stated,
}: {
  amplifierId: string;
  details: Details;
  /** What the sheet says. */
  stated: PrintedDetails;
  /** What the sheet beside it has just come to say; it fills what is empty. */
  printed: PrintedDetails | null;
}) {
  const [draft, setDraft] = useState<Draft>(() => asDraft(details));
  const [taken, setTaken] = useState(printed);
  if (printed !== taken) {
    setTaken(printed);
    if (printed) setDraft(filledFrom(draft, printed, taken));
  }
  const [errors, setErrors] = useState<FieldErrors>({});
  const autosave = useAutosave({
    name: `details of ${amplifierId}`,
    value: draft,
    restore: setDraft,
    revision: details.revision,
    asDraft,
    save: async (content, revision) => {
      const gain = content.gainRatio.trim();
      const outcome = await saveDocument(amplifierId, "details", {
        ...content,
        // A plain number is meant in decibels, as sheets print it.
        gainRatio: /^[\d.,\s]+$/.test(gain) ? `${gain} dB` : gain,
        revision,
      });
      setErrors(outcome.ok ? {} : outcome.errors);
      return outcome;
    },
  });
  const set = (change: Partial<Draft>) => setDraft((before) => ({ ...before, ...change }));
  const field = (
    name: keyof Draft & string,
    label: string,
    unit?: string,
    placeholder?: string,
  ) => (
    <QuantityField
      label={label}
      unit={unit}
      placeholder={placeholder}
      field={held(draft[name] as string, (value) => set({ [name]: value } as Partial<Draft>))}
      error={errors[name]}
    />
  );
  return (
    <Panel as="form" aria-label="Details" onSubmit={(event) => event.preventDefault()}>
      <HStack justify="space-between" mb={2}>
        <Heading as="h2" fontSize="22px">
          Supply and connections
        </Heading>
        <KeptMark {...autosave} />
      </HStack>
      <SupplyFields
        supplies={draft.supplies}
        errors={errors}
        onChange={(supplies) => set({ supplies })}
      />
      <Grid templateColumns="1fr 1fr" gap={3} mt={4}>
        {field("gainRatio", "Voltage gain, level fully up", "", "28 dB")}
        {field("gainControl", "Level control", "", "knob without detents, fully up")}
        {field("inputs", "Inputs", "", "line, balanced, phono")}
        <ChoiceField
          label="Speaker terminals"
          field={held(draft.terminals, (terminals) => set({ terminals }))}
          choices={TERMINALS}
        />
      </Grid>
      <Pairs
        title="Switches"
        noun="switch"
        rows={draft.switches}
        first="name"
        second="positions"
        labels={["Switch", "Positions"]}
        hints={["output limiter", "on, off"]}
        errors={errors}
        path="switches"
        onChange={(switches) => set({ switches })}
        make={() => ({ name: "", positions: "" })}
      />
      <Pairs
        title="Connectors"
        noun="connector"
        rows={draft.connectors}
        first="name"
        second="adapter"
        labels={["Connector", "Adapter needed"]}
        hints={["5-pin DIN input", "DIN to RCA"]}
        errors={errors}
        path="connectors"
        onChange={(connectors) => set({ connectors })}
        make={() => ({ name: "", adapter: "" })}
      />
      <Grid templateColumns="1fr 1fr" gap={3} mt={4}>
        {field("massKilograms", "Mass, weighed", "kg", printedMass(stated))}
        {field("size", "Size, measured", "", printedSize(stated))}
        {field("priceThen", "Original price")}
        {field("priceNow", "Price now")}
        {field("priceIndexRatio", "Price index ratio, now/then", "", "4.2")}
        <PriceNow draft={draft} />
        {field("lender", "Lent by")}
      </Grid>
      <Photos
        photos={draft.photos}
        onAdd={(photo) => setDraft((before) => ({ ...before, photos: [...before.photos, photo] }))}
        onChange={(photos) => set({ photos })}
      />
      <Grid gap={3} mt={3}>
        <TextField
          label="Seen before measuring"
          field={held(draft.seenBefore, (seenBefore) => set({ seenBefore }))}
          error={errors.seenBefore}
          rows={2}
          placeholder="leaking capacitor under the board"
        />
        <TextField
          label="Seen after"
          field={held(draft.seenAfter, (seenAfter) => set({ seenAfter }))}
          error={errors.seenAfter}
          rows={2}
        />
      </Grid>
    </Panel>
  );
}

function PriceNow({ draft: { priceThen, priceIndexRatio } }: { draft: Draft }) {
  const worth = (parsePrice(priceThen) ?? 0) * (parseNumber(priceIndexRatio) ?? 0);
  return (
    <Text alignSelf="end" color="muted" fontSize="14px" pb={2.5}>
      {worth > 0
        ? `Its original price is ${formatSignificant(worth, 3)} in today's money.`
        : "Enter both to see the original price in today's money."}
    </Text>
  );
}

type PairsProps<T> = {
  title: string;
  noun: string;
  rows: readonly T[];
  first: keyof T & string;
  second: keyof T & string;
  labels: readonly [string, string];
  hints: readonly [string, string];
  errors: FieldErrors;
  path: string;
  onChange(rows: T[]): void;
  make(): T;
};

/** A list of names, each with a remark. */
function Pairs<T extends Record<string, string>>({
  title,
  noun,
  rows,
  first,
  second,
  labels,
  hints,
  errors,
  path,
  onChange,
  make,
}: PairsProps<T>) {
  const change = (index: number, name: keyof T & string, value: string) =>
    onChange(rows.map((row, k) => (k === index ? { ...row, [name]: value } : row)));
  const keys = useMemo(() => [first, second] as const, [first, second]);
  return (
    <Section
      title={title}
      addLabel={noun.charAt(0).toUpperCase() + noun.slice(1)}
      onAdd={() => onChange([...rows, make()])}
    >
      {rows.map((row, index) => (
        <Grid key={index} templateColumns="1fr 1fr auto" gap={2} py={1} alignItems="start">
          {keys.map((key, k) => (
            <TextField
              key={key}
              label={labels[k]}
              placeholder={hints[k]}
              field={held(row[key], (value) => change(index, key, value))}
              error={errors[`${path}[${index}].${key}`]}
            />
          ))}
          <Remove
            label={`Remove the ${noun} ${row[first]}`}
            mt="22px"
            onClick={() => onChange(rows.filter((_, k) => k !== index))}
          />
        </Grid>
      ))}
    </Section>
  );
}
