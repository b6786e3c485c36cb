"use client";
import { Box, Flex, Grid, Heading, HStack, Text } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { useState } from "react";
import {
  INSTRUMENT_ROLES,
  type FieldErrors,
  type KeptInstrument,
  type Instruments,
} from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { ChoiceField, DateField, QuantityField, held } from "../parts/fields";
import { impliedUnit } from "../parts/impliedUnit";
import { KeptMark } from "../parts/KeptMark";
import { newId } from "../parts/newId";
import { Panel } from "../parts/Panel";
import { Remove } from "../parts/Remove";
import { typed } from "../parts/typed";
import { saveWorkshopDocument } from "../parts/saves";
import { useAutosave } from "../parts/useAutosave";
import { CalibrationWord } from "./CalibrationWord";

const NUMBERS = [
  "accuracyRatio",
  "digits",
  "resolution",
  "bandwidthHz",
  "most",
  "inputOhms",
  "calibrationMonths",
] as const;
type InstrumentDraft = Omit<KeptInstrument, (typeof NUMBERS)[number]> &
  Record<(typeof NUMBERS)[number], string>;

const asDraft = (instrument: KeptInstrument): InstrumentDraft => ({
  ...instrument,
  ...(Object.fromEntries(NUMBERS.map((name) => [name, typed(instrument[name])])) as Record<
    (typeof NUMBERS)[number],
    string
  >),
  accuracyRatio: `${Number((100 * instrument.accuracyRatio).toPrecision(4))} %`,
});

const asDrafts = ({ instruments }: Instruments): readonly InstrumentDraft[] =>
  instruments.map(asDraft);

/** What "most" means for a kind of instrument. */
const MOST: Record<KeptInstrument["role"], { label: string; unit: string }> = {
  source: { label: "Maximum output", unit: "V RMS" },
  converter: { label: "Full scale", unit: "V peak" },
  voltmeter: { label: "Range", unit: "V" },
  ohmmeter: { label: "Range", unit: "Ω" },
  "current clamp": { label: "Range", unit: "A" },
  "mains meter": { label: "Range", unit: "W" },
  thermometer: { label: "Range", unit: "°C" },
};

/** The reviewer's instruments with their accuracy and limits, for all amplifiers. Kept as they are typed. */
export function InstrumentList({ instruments }: { instruments: Instruments }) {
  const [drafts, setDrafts] = useState<readonly InstrumentDraft[]>(() => asDrafts(instruments));
  const [errors, setErrors] = useState<FieldErrors>({});
  const autosave = useAutosave({
    name: "instruments",
    value: drafts,
    restore: setDrafts,
    revision: instruments.revision,
    asDraft: asDrafts,
    save: async (content, revision) => {
      const outcome = await saveWorkshopDocument("instruments", {
        instruments: content.map((each) => ({
          ...each,
          accuracyRatio: impliedUnit("%")(each.accuracyRatio),
        })),
        revision,
      });
      setErrors(outcome.ok ? {} : outcome.errors);
      return outcome;
    },
  });
  const change = (index: number, part: Partial<InstrumentDraft>) =>
    setDrafts(drafts.map((draft, k) => (k === index ? { ...draft, ...part } : draft)));
  const add = () =>
    setDrafts([
      ...drafts,
      {
        id: newId(),
        role: "voltmeter",
        name: "",
        accuracyRatio: "1 %",
        digits: "3",
        resolution: "0.01",
        bandwidthHz: "",
        most: "",
        inputOhms: "",
        calibratedOn: "",
        calibrationMonths: "",
      },
    ]);
  return (
    <Panel as="form" aria-label="Instruments" onSubmit={(event) => event.preventDefault()}>
      <Flex justify="space-between" align="center" mb={2}>
        <Heading as="h2" fontSize="19px">
          Instruments (all amplifiers)
        </Heading>
        <HStack>
          <KeptMark {...autosave} />
          <ActionButton minH="38px" onClick={add}>
            <Plus size={15} /> Instrument
          </ActionButton>
        </HStack>
      </Flex>
      {drafts.length === 0 && (
        <Text color="muted">
          A source, a converter and a voltmeter are enough to start with. Their specified accuracy
          goes into the uncertainty of every reading.
        </Text>
      )}
      {drafts.map((draft, index) => {
        const errorOf = (name: string) => errors[`instruments[${index}].${name}`];
        const { label, unit } = MOST[draft.role];
        const field = (
          name: (typeof NUMBERS)[number] | "name",
          text: string,
          fieldUnit?: string,
          placeholder?: string,
        ) => (
          <QuantityField
            label={text}
            unit={fieldUnit}
            placeholder={placeholder}
            field={held(draft[name], (value) =>
              change(index, { [name]: value } as Partial<InstrumentDraft>),
            )}
            error={errorOf(name)}
          />
        );
        return (
          <Box key={draft.id} borderTopWidth="1px" borderColor="rime" py={2}>
            <Grid
              templateColumns={{
                base: "1fr 1.4fr 1fr 1fr auto",
                xl: "150px 1.5fr 0.8fr 0.6fr 0.8fr 1fr 1.1fr 0.9fr auto",
              }}
              gap={2}
              alignItems="start"
            >
              <ChoiceField
                label="Kind"
                field={held(draft.role, (role) =>
                  change(index, { role: role as KeptInstrument["role"] }),
                )}
                choices={INSTRUMENT_ROLES}
              />
              {field("name", "Name", "", "bench meter")}
              {field("accuracyRatio", "Accuracy")}
              {field("digits", "Digits")}
              {field("resolution", "Last digit")}
              {field("bandwidthHz", "Accurate to", "Hz", "any")}
              {field("most", label, unit)}
              {field("inputOhms", "Input", "Ω", "10 M")}
              <Remove
                label={`Remove ${draft.name || "the instrument"}`}
                mt="22px"
                gridColumn="-2"
                gridRow="1"
                onClick={() => setDrafts(drafts.filter((_, k) => k !== index))}
              />
            </Grid>
            <HStack gap={2} mt={1.5} align="start">
              <Box w="170px">
                <DateField
                  label="Calibrated on"
                  field={held(draft.calibratedOn ?? "", (calibratedOn) =>
                    change(index, { calibratedOn }),
                  )}
                  error={errorOf("calibratedOn")}
                />
              </Box>
              <Box w="130px">{field("calibrationMonths", "Holds for", "months", "12")}</Box>
              <Box mt="30px">
                <CalibrationWord instrument={draft} />
              </Box>
            </HStack>
          </Box>
        );
      })}
    </Panel>
  );
}
