"use client";
import { Box, Flex, HStack, Input, Text } from "@chakra-ui/react";
import { X } from "lucide-react";
import { yupResolver } from "@hookform/resolvers/yup";
import { useEffect, useState } from "react";
import { useForm } from "react-hook-form";
import { number, object, type InferType } from "yup";
import { parseCelsius } from "@/core/units";
import { HAND_WORDS, type HeatLog, type HeatReading } from "@/records";
import { channelLook } from "@/drawing/channelLook";
import { ActionButton } from "../parts/ActionButton";
import { useKeys } from "../parts/keys";
import { newId } from "../parts/newId";
import { celsiusText, clockText } from "./heatText";

/** What a hand on a spot tells, as it is said. */
const HAND_LABELS = {
  held: "Can be held",
  moments: "Brief touch only",
  "not at all": "Too hot to touch",
} as const;

const SHOWN = 6;
const NO_TEMPERATURE = "Enter degrees Celsius, such as 45.2, or 113 F.";
/** What is typed of a spot: from a deep freezer to where solder has long run. */
const readingSchema = object({
  celsius: number()
    .transform((_, text: string) => parseCelsius(text) ?? NaN)
    .typeError(NO_TEMPERATURE)
    .required(NO_TEMPERATURE)
    .min(-40, NO_TEMPERATURE)
    .max(500, NO_TEMPERATURE),
});
type ReadingText = InferType<typeof readingSchema>;

const secondsSince = (startedAt: string): number => (Date.now() - Date.parse(startedAt)) / 1000;

/** Seconds since the log began, ticking. */
const useClock = (startedAt: string): number => {
  const [now, setNow] = useState(() => Date.parse(startedAt));
  useEffect(() => {
    const tick = () => setNow(Date.now());
    tick();
    const timer = setInterval(tick, 1000);
    return () => clearInterval(timer);
  }, []);
  return Math.max(0, (now - Date.parse(startedAt)) / 1000);
};

type Taking = { spotId: string; seconds: number };

/** Readings by eye: a running clock, one key a spot, and what it shows. The moment is that of the key. */
export function TypedTemperatures({
  log,
  onAdd,
  onRemove,
}: {
  log: HeatLog;
  onAdd(reading: HeatReading): void;
  onRemove(id: string): void;
}) {
  const elapsed = useClock(log.startedAt);
  const [taking, setTaking] = useState<Taking | null>(null);
  const { register, handleSubmit, reset, setFocus, formState } = useForm<
    Record<keyof ReadingText, string>,
    unknown,
    ReadingText
  >({ resolver: yupResolver(readingSchema) as never, defaultValues: { celsius: "" } });
  const trouble = formState.errors.celsius;
  const take = (spotId: string) => {
    setTaking({ spotId, seconds: Math.round(secondsSince(log.startedAt)) });
    reset();
    setTimeout(() => setFocus("celsius"), 0);
  };
  useKeys(
    log.spots.slice(0, 9).map(({ id, name }, k) => ({
      key: String(k + 1),
      label: `Read ${name}`,
      run: () => take(id),
    })),
  );
  const done = () => {
    setTaking(null);
    reset();
  };
  const keep = (reading: Pick<HeatReading, "celsius" | "hand">) => {
    if (!taking) return;
    onAdd({ id: newId(), spotId: taking.spotId, seconds: Math.max(0, taking.seconds), ...reading });
    done();
  };
  const onSubmit = handleSubmit(({ celsius }) => keep({ celsius, hand: null }));
  const latest = log.readings.slice(-SHOWN).toReversed();
  const nameOf = (spotId: string) => log.spots.find(({ id }) => id === spotId)?.name ?? "";
  return (
    <Flex gap={5} wrap="wrap" align="start">
      <Box minW="150px">
        <Text color="muted" fontSize="14px">
          Clock
        </Text>
        <Text
          fontSize="46px"
          lineHeight={1}
          fontWeight={700}
          data-testid="clock"
          suppressHydrationWarning
        >
          {clockText(elapsed)}
        </Text>
      </Box>
      <Box flex={1} minW="320px">
        <HStack gap={2} wrap="wrap" role="group" aria-label="Read a spot">
          {log.spots.map(({ id, name }, k) => (
            <ActionButton
              key={id}
              hotkey={k < 9 ? String(k + 1) : undefined}
              tone={taking?.spotId === id ? "primary" : "quiet"}
              borderLeftWidth="5px"
              borderLeftColor={channelLook(k).color}
              minH="52px"
              onClick={() => take(id)}
            >
              {name}
            </ActionButton>
          ))}
        </HStack>
        {taking ? (
          <form onSubmit={onSubmit} aria-label="Reading" noValidate>
            <HStack gap={2} mt={3} wrap="wrap">
              <Input
                aria-label={`${nameOf(taking.spotId)} at ${clockText(taking.seconds)}, °C`}
                {...register("celsius")}
                onKeyDown={(event) => event.key === "Escape" && done()}
                inputMode="decimal"
                autoComplete="off"
                w="150px"
                h="64px"
                fontSize="34px"
                fontWeight={700}
                bg="surface"
                borderColor={trouble ? "ember" : "rime"}
              />
              <Text fontSize="20px" color="muted">
                °C at {clockText(taking.seconds)}
              </Text>
              <ActionButton type="submit" tone="primary" hotkey="Enter">
                Save
              </ActionButton>
            </HStack>
            <HStack gap={2} mt={2} wrap="wrap">
              <Text fontSize="14.5px" color="muted">
                or by touch:
              </Text>
              {HAND_WORDS.map((word) => (
                <ActionButton
                  key={word}
                  type="button"
                  minH="38px"
                  onClick={() => keep({ celsius: null, hand: word })}
                >
                  {HAND_LABELS[word]}
                </ActionButton>
              ))}
            </HStack>
            {trouble && (
              <Text role="alert" color="ember" fontSize="14px" mt={1}>
                {trouble.message}
              </Text>
            )}
          </form>
        ) : (
          <Text mt={3} color="muted" fontSize="15px">
            Press the key of a spot when you read it, then enter the temperature. You can also
            record how long it can be touched.
          </Text>
        )}
      </Box>
      {latest.length > 0 && (
        <Box as="ol" minW="220px" listStyleType="none" aria-label="Read last">
          {latest.map(({ id, spotId, seconds, celsius, hand }) => (
            <HStack as="li" key={id} justify="space-between" fontSize="14.5px" gap={3}>
              <span>
                {clockText(seconds)} {nameOf(spotId)}
              </span>
              <HStack gap={1}>
                <b>
                  {celsius === null || celsius === undefined
                    ? handText(hand)
                    : celsiusText(celsius)}
                </b>
                <button
                  type="button"
                  aria-label={`Remove the reading at ${clockText(seconds)}`}
                  onClick={() => onRemove(id)}
                >
                  <X size={14} />
                </button>
              </HStack>
            </HStack>
          ))}
        </Box>
      )}
    </Flex>
  );
}

const handText = (hand: HeatReading["hand"]): string =>
  hand ? HAND_LABELS[hand].toLowerCase() : "";
