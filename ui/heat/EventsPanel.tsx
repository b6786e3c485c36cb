"use client";
import { Box, Grid, Heading, HStack, Text } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { X } from "lucide-react";
import { useForm, type Resolver } from "react-hook-form";
import { HEAT_EVENTS, heatEventSchema, type HeatEvent } from "@/records";
import { formatShort } from "@/core/units";
import { ActionButton } from "../parts/ActionButton";
import { ChoiceField, QuantityField, TextField } from "../parts/fields";
import { newId } from "../parts/newId";
import { Panel } from "../parts/Panel";
import { useKeptDraft } from "../parts/useKeptDraft";
import { clockText } from "./heatText";

type EventText = {
  minutes: string;
  kind: string;
  text: string;
  loadWatts: string;
  mainsWatts: string;
};

/** The record's own rules; what is typed as minutes is held in seconds. */
const checked = yupResolver(heatEventSchema.omit(["id"])) as unknown as Resolver<
  object,
  unknown,
  Omit<HeatEvent, "id">
>;

/** Events while temperatures were read, on the same clock; watts hold from then on. */
export function EventsPanel({
  logId,
  events,
  nowSeconds,
  onChange,
}: {
  logId: string;
  events: readonly HeatEvent[];
  /** What is offered as the moment of a new one; null leaves it open. */
  nowSeconds(): number | null;
  onChange(events: HeatEvent[]): void;
}) {
  const form = useForm<EventText, unknown, Omit<HeatEvent, "id">>({
    resolver: (values, context, options) =>
      checked(
        { ...values, seconds: secondsOf(values.minutes) },
        context,
        options as never,
      ) as never,
    defaultValues: { minutes: "", kind: "power on", text: "", loadWatts: "", mainsWatts: "" },
  });
  const { register, handleSubmit, reset, formState } = form;
  const forget = useKeptDraft(`event of ${logId}`, form);
  const { errors } = formState as { errors: Record<string, { message?: string } | undefined> };
  const add = handleSubmit((event) => {
    onChange([...events, { ...event, id: newId() }].toSorted((a, b) => a.seconds - b.seconds));
    reset();
    forget();
  });
  const open = () => {
    const now = nowSeconds();
    if (now !== null && !form.getValues("minutes")) form.setValue("minutes", (now / 60).toFixed(1));
  };
  return (
    <Panel>
      <Heading as="h2" fontSize="16px" mb={2}>
        Events
      </Heading>
      {events.length === 0 ? (
        <Text color="muted" fontSize="14px" mb={2}>
          Note when power was switched on, and the watts in and out; they give the thermal
          resistance.
        </Text>
      ) : (
        <Box as="ol" listStyleType="none" mb={3}>
          {events.map((event) => (
            <HStack as="li" key={event.id} justify="space-between" fontSize="14.5px" py={0.5}>
              <span>
                <b>{clockText(event.seconds)}</b> {event.kind}
                {event.text && `, ${event.text}`}
                {wattsText(event)}
              </span>
              <button
                type="button"
                aria-label={`Remove “${event.kind}” at ${clockText(event.seconds)}`}
                onClick={() => onChange(events.filter(({ id }) => id !== event.id))}
              >
                <X size={14} />
              </button>
            </HStack>
          ))}
        </Box>
      )}
      <form onSubmit={add} noValidate aria-label="Events" onFocus={open}>
        <Grid templateColumns="1fr 1fr" gap={2}>
          <QuantityField label="At" unit="min" field={register("minutes")} error={errors.seconds} />
          <ChoiceField
            label="What"
            field={register("kind")}
            choices={HEAT_EVENTS}
            error={errors.kind}
          />
          <QuantityField
            label="From the mains"
            unit="W"
            field={register("mainsWatts")}
            error={errors.mainsWatts}
          />
          <QuantityField
            label="In all loads"
            unit="W"
            field={register("loadWatts")}
            error={errors.loadWatts}
          />
        </Grid>
        <Box mt={2}>
          <TextField label="Remark" field={register("text")} error={errors.text} />
        </Box>
        <ActionButton type="submit" mt={2} minH="40px">
          Add event
        </ActionButton>
      </form>
    </Panel>
  );
}

/** Minutes as they are typed, or "1:05:00", in seconds; not a number where they are neither. */
const secondsOf = (text: string): number => {
  const parts = text
    .trim()
    .split(":")
    .map((part) => Number(part.replace(",", ".")));
  if (text.trim() === "" || parts.some(Number.isNaN)) return Number.NaN;
  return parts.length === 1
    ? 60 * parts[0]
    : parts.reduce((seconds, part) => 60 * seconds + part, 0);
};

const wattsText = ({ mainsWatts, loadWatts }: HeatEvent): string => {
  const parts = [
    ...(mainsWatts === null || mainsWatts === undefined ? [] : [`${formatShort(mainsWatts)} W in`]),
    ...(loadWatts === null || loadWatts === undefined
      ? []
      : [`${formatShort(loadWatts)} W in the loads`]),
  ];
  return parts.length > 0 ? `: ${parts.join(", ")}` : "";
};
