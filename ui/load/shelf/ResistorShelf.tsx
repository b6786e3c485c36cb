"use client";
import { Box, Flex, Grid, Heading, HStack, Text } from "@chakra-ui/react";
import { Camera, Copy, Plus } from "lucide-react";
import { useState } from "react";
import { bodySeconds, mountedWatts } from "@/core/load";
import { formatShort, formatSignificant } from "@/core/units";
import {
  CONSTRUCTIONS,
  COOLINGS,
  powerResistor,
  resistorsSchema,
  type FieldErrors,
  type ResistorRecord,
  type Resistors,
} from "@/records";
import { ActionButton } from "../../parts/ActionButton";
import { FileButton } from "../../parts/FileButton";
import { ChoiceField, QuantityField, held } from "../../parts/fields";
import { KeptMark } from "../../parts/KeptMark";
import { newId } from "../../parts/newId";
import { Panel } from "../../parts/Panel";
import { Remove } from "../../parts/Remove";
import { uploadPhoto } from "../../parts/uploadPhoto";
import { saveWorkshopDocument } from "../../parts/saves";
import { useAutosave } from "../../parts/useAutosave";
import { asDraft, newResistor, type ResistorDraft } from "./resistorDraft";

const asDrafts = ({ resistors }: Resistors): readonly ResistorDraft[] => resistors.map(asDraft);

/** The reviewer's power resistors: a list to choose from, and the chosen one's facts. Kept as it is typed. */
export function ResistorShelf({ resistors }: { resistors: Resistors }) {
  const [drafts, setDrafts] = useState<readonly ResistorDraft[]>(() => asDrafts(resistors));
  const [chosenId, setChosenId] = useState(drafts[0]?.id ?? null);
  const [errors, setErrors] = useState<FieldErrors>({});
  const autosave = useAutosave({
    name: "resistors",
    value: drafts,
    restore: setDrafts,
    revision: resistors.revision,
    asDraft: asDrafts,
    save: async (content, revision) => {
      const outcome = await saveWorkshopDocument("resistors", { resistors: content, revision });
      setErrors(outcome.ok ? {} : outcome.errors);
      return outcome;
    },
  });
  const at = drafts.findIndex(({ id }) => id === chosenId);
  const add = (draft: ResistorDraft) => {
    setDrafts([...drafts, draft]);
    setChosenId(draft.id);
  };
  const names = drafts.map(({ name }) => name);
  return (
    <Grid templateColumns="minmax(0, 1fr) minmax(0, 1.1fr)" gap={4} alignItems="start">
      <Panel>
        <Flex justify="space-between" align="center" mb={2} gap={3}>
          <Heading as="h2" fontSize="19px">
            Resistors at hand
          </Heading>
          <KeptMark {...autosave} />
        </Flex>
        {drafts.length === 0 && (
          <Text color="muted" mb={3}>
            Measure each with the leads that will be used; the reading with the leads shorted is
            subtracted. The other fields have typical values.
          </Text>
        )}
        <Box role="listbox" aria-label="Resistors">
          {drafts.map((draft, index) => (
            <ResistorRow
              key={draft.id}
              draft={draft}
              isChosen={draft.id === chosenId}
              isWrong={Object.keys(errors).some((path) => path.startsWith(`resistors[${index}]`))}
              onChoose={() => setChosenId(draft.id)}
            />
          ))}
        </Box>
        <HStack mt={3} gap={2} wrap="wrap">
          {CONSTRUCTIONS.map((construction) => (
            <ActionButton
              key={construction}
              minH="40px"
              px={3}
              onClick={() => add(newResistor(newId(), names, construction))}
            >
              <Plus size={15} /> {construction}
            </ActionButton>
          ))}
        </HStack>
      </Panel>
      {at >= 0 && (
        <ResistorFacts
          key={chosenId}
          draft={drafts[at]}
          errorOf={(name) => errors[`resistors[${at}].${name}`]}
          onChange={(change) =>
            setDrafts(drafts.map((draft, k) => (k === at ? { ...draft, ...change } : draft)))
          }
          onCopy={() =>
            add({
              ...drafts[at],
              id: newId(),
              name: newResistor("", names, "film").name,
              readOhms: "",
              photo: null,
            })
          }
          onRemove={() => {
            setDrafts(drafts.filter((_, k) => k !== at));
            setChosenId(drafts[at + 1]?.id ?? drafts[at - 1]?.id ?? null);
          }}
        />
      )}
    </Grid>
  );
}

/** The resistor as far as what is typed makes sense. */
const readDraft = (draft: ResistorDraft): ResistorRecord | null => {
  const shelf = { resistors: [draft] };
  return resistorsSchema.isValidSync(shelf) ? resistorsSchema.cast(shelf).resistors[0] : null;
};

function ResistorRow({
  draft,
  isChosen,
  isWrong,
  onChoose,
}: {
  draft: ResistorDraft;
  isChosen: boolean;
  isWrong: boolean;
  onChoose(): void;
}) {
  const record = readDraft(draft);
  const ratingText = record
    ? `${formatShort(mountedWatts(powerResistor(record)))} W ${draft.construction}, ${draft.cooling}`
    : "to be measured";
  return (
    <Box
      asChild
      w="100%"
      textAlign="start"
      display="block"
      borderTopWidth="1px"
      borderColor="rime"
      borderLeftWidth="4px"
      borderLeftColor={isChosen ? "spruce" : "transparent"}
      bg={isChosen ? "sunken" : undefined}
      px={2.5}
      py={1.5}
      cursor="pointer"
    >
      <button type="button" role="option" aria-selected={isChosen} onClick={onChoose}>
        <Flex align="center" gap={3}>
          {draft.photo && (
            <img
              src={`/api/photos/${draft.photo.smallSha256}`}
              alt=""
              style={{ width: 44, height: 34, objectFit: "cover", borderRadius: 5 }}
            />
          )}
          <Text fontWeight={700} minW="44px">
            {draft.name || "unnamed"}
          </Text>
          <Text fontWeight={700} fontSize="20px" flex={1} whiteSpace="nowrap">
            {record ? formatSignificant(record.readOhms - record.leadOhms, 4) : "–"}{" "}
            <Text as="span" fontSize="15px">
              Ω
            </Text>
          </Text>
          <Text color={isWrong ? "ember" : "muted"} fontSize="13.5px" textAlign="end">
            {isWrong ? "not saved yet; check its fields" : ratingText}
          </Text>
        </Flex>
      </button>
    </Box>
  );
}

type FactsProps = {
  draft: ResistorDraft;
  errorOf(name: string): string | undefined;
  onChange(change: Partial<ResistorDraft>): void;
  onCopy(): void;
  onRemove(): void;
};

function ResistorFacts({ draft, errorOf, onChange, onCopy, onRemove }: FactsProps) {
  const record = readDraft(draft);
  const field = (
    name: keyof ResistorDraft & string,
    label: string,
    unit?: string,
    placeholder?: string,
  ) => (
    <QuantityField
      label={label}
      unit={unit}
      placeholder={placeholder}
      field={held(draft[name] as string, (text) =>
        onChange({ [name]: text } as Partial<ResistorDraft>),
      )}
      error={errorOf(name)}
    />
  );
  return (
    <Panel as="form" aria-label="Resistor" onSubmit={(event) => event.preventDefault()}>
      <Flex justify="space-between" align="center" gap={2}>
        <Heading as="h2" fontSize="19px">
          {draft.name || "Resistor"}
        </Heading>
        <HStack gap={1}>
          <ActionButton minH="36px" px={3} fontSize="13.5px" onClick={onCopy}>
            <Copy size={14} /> Duplicate
          </ActionButton>
          <Remove label={`Remove ${draft.name}`} onClick={onRemove} />
        </HStack>
      </Flex>
      {record && (
        <Text fontSize="14.5px" mt={1} mb={1}>
          {mountedText(record)}
        </Text>
      )}
      <Grid templateColumns="repeat(3, 1fr)" gap={2.5} mt={2}>
        {field("name", "Name")}
        {field("readOhms", "Meter reads", "Ω", "8.27")}
        {field("leadOhms", "Leads alone", "Ω", "0.06")}
        {field("ohmsExpandedUncertainty", "±, 95 %", "Ω")}
        {field("ratedWatts", "Label", "W")}
        <ChoiceField
          label="Kind"
          field={held(draft.construction, (construction) =>
            onChange({ construction: construction as ResistorDraft["construction"] }),
          )}
          choices={CONSTRUCTIONS}
        />
        <ChoiceField
          label="Cooling"
          field={held(draft.cooling, (cooling) =>
            onChange({ cooling: cooling as ResistorDraft["cooling"] }),
          )}
          choices={COOLINGS}
        />
        {field("overloadRatio", "Overload", "times")}
        {field("overloadSeconds", "for", "s")}
        {field("perCelsius", "Temperature coefficient", "1/K", "100 µ")}
        {field("henries", "Inductance", "H", "8 µ")}
        {field(
          "timeConstantSeconds",
          "Time constant, if timed",
          "s",
          record
            ? `${formatSignificant(bodySeconds({ ...powerResistor(record), timeConstantSeconds: null }), 3)} (typical)`
            : "",
        )}
      </Grid>
      <Box mt={2.5}>{field("condition", "Condition", "", "ceramic chipped at one end")}</Box>
      <ResistorPhoto draft={draft} onChange={onChange} />
    </Panel>
  );
}

const mountedText = (record: ResistorRecord): string => {
  const part = powerResistor(record);
  const mounted = mountedWatts(part);
  const share = mounted / part.ratedWatts;
  const label =
    share < 1
      ? `only ${formatShort(mounted)} W of its ${formatShort(part.ratedWatts)} W as mounted`
      : `${formatShort(mounted)} W as mounted`;
  return `Rated for ${label}, and ${formatShort(mounted * part.overloadRatio)} W for ${formatShort(part.overloadSeconds)} s from cold.`;
};

function ResistorPhoto({
  draft: { photo },
  onChange,
}: {
  draft: ResistorDraft;
  onChange(change: Partial<ResistorDraft>): void;
}) {
  const [message, setMessage] = useState<string | null>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    const outcome = await uploadPhoto(file);
    if ("photo" in outcome) {
      setMessage(null);
      onChange({ photo: outcome.photo });
    } else setMessage(outcome.message);
  };
  return (
    <HStack mt={3} gap={3}>
      {photo && (
        <img
          src={`/api/photos/${photo.smallSha256}`}
          alt={photo.caption}
          style={{ height: 64, borderRadius: 6 }}
        />
      )}
      <FileButton
        minH="36px"
        px={3}
        fontSize="13.5px"
        accept="image/*"
        onFiles={([file]) => void take(file)}
      >
        <Camera size={14} /> {photo ? "Another photo" : "Photo"}
      </FileButton>
      {photo && <Remove label="Remove the photo" onClick={() => onChange({ photo: null })} />}
      {message && (
        <Text role="alert" color="ember" fontSize="14px">
          {message}
        </Text>
      )}
    </HStack>
  );
}
