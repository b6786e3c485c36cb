"use client";
import { Box, Flex, Grid, HStack, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { ROLE_FACTS } from "@/core/scpi";
import type { InstrumentAddress, KeptNetworkInstrument } from "@/records";
import type { InstrumentDraft } from "./drafts";
import { ActionButton } from "../parts/ActionButton";
import { CheckField, DateField, held, QuantityField, TextField } from "../parts/fields";
import { Remove } from "../parts/Remove";
import { messageOf, send, type Kept } from "../parts/send";
import { CalibrationWord } from "../rig/CalibrationWord";
import { askWho } from "./talk";

type Answer = { isFine: boolean; text: string };

export type InstrumentCardProps = {
  instrument: KeptNetworkInstrument;
  isKept: boolean;
  address: InstrumentAddress | null;
  isOpen: boolean;
  calibration: Pick<InstrumentDraft, "calibratedOn" | "calibrationMonths">;
  /** What is wrong with one of its fields. */
  errorOf(field: "name" | "calibratedOn" | "calibrationMonths"): string | undefined;
  onChange(change: Partial<InstrumentDraft>): void;
  onAddress(address: InstrumentAddress): void;
  /** What it says of itself. */
  onIdentity(identity: string): void;
  onOpen(): void;
  onRemove(): void;
};

/** One instrument: what it is called, where it is reached, and whether it answers. */
export function InstrumentCard(props: InstrumentCardProps) {
  const { instrument, isKept, address, isOpen, calibration, errorOf } = props;
  const { onChange, onIdentity, onOpen, onRemove } = props;
  const { id, name, profile } = instrument;
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [isAsking, setAsking] = useState(false);
  const ask = async () => {
    setAsking(true);
    const said = await askWho(id);
    const last = said[said.length - 1];
    const isFine = last.from === "instrument";
    setAnswer({ isFine, text: last.text });
    if (isFine && last.text.trim() !== instrument.identity) onIdentity(last.text.trim());
    setAsking(false);
  };
  // A new address is tried at once: whoever typed it wants to know.
  const isNew = isKept && address !== null && instrument.identity === "";
  const tried = useRef<string | null>(null);
  useEffect(() => {
    if (!isNew || tried.current === address.typed) return;
    tried.current = address.typed;
    void ask();
  });
  return (
    <Box
      as="section"
      aria-label={name}
      borderWidth="1px"
      borderColor={isOpen ? "spruce" : "rime"}
      borderRadius="control"
      px={3}
      py={2.5}
    >
      <Flex justify="space-between" align="center" gap={3}>
        <Box minW={0}>
          <Text fontWeight={700}>{ROLE_FACTS[profile.role].label}</Text>
          <Text fontSize="13.5px" color="muted">
            {ROLE_FACTS[profile.role].purpose}
          </Text>
        </Box>
        <HStack gap={2}>
          <ActionButton
            minH="38px"
            px={3}
            disabled={!address || !isKept || isAsking}
            onClick={() => void ask()}
          >
            {isAsking ? "Asking…" : "Test connection"}
          </ActionButton>
          <ActionButton minH="38px" px={3} aria-expanded={isOpen} onClick={onOpen}>
            Commands
          </ActionButton>
          <Remove label={`Remove ${name || "the instrument"}`} onClick={onRemove} />
        </HStack>
      </Flex>
      <Grid templateColumns="1fr 1.2fr" gap={3} mt={2} alignItems="start">
        <TextField
          label="Name"
          field={held(name, (typed) => onChange({ name: typed }))}
          error={errorOf("name")}
        />
        <AddressField {...props} />
      </Grid>
      <HStack gap={2} mt={2} align="start">
        <Box w="170px">
          <DateField
            label="Calibrated on"
            field={held(calibration.calibratedOn, (calibratedOn) => onChange({ calibratedOn }))}
            error={errorOf("calibratedOn")}
          />
        </Box>
        <Box w="130px">
          <QuantityField
            label="Valid for"
            unit="months"
            placeholder="12"
            field={held(calibration.calibrationMonths, (calibrationMonths) =>
              onChange({ calibrationMonths }),
            )}
            error={errorOf("calibrationMonths")}
          />
        </Box>
        <Box mt="30px">
          <CalibrationWord instrument={calibration} />
        </Box>
      </HStack>
      {!answer && instrument.identity !== "" && (
        <Text mt={2} fontSize="14.5px" color="muted">
          Response: {instrument.identity}
        </Text>
      )}
      {answer && (
        <Text
          mt={2}
          role={answer.isFine ? "status" : "alert"}
          fontWeight={600}
          color={answer.isFine ? "spruce" : "ember"}
        >
          {answer.isFine ? `It answers: ${answer.text}` : answer.text}
        </Text>
      )}
    </Box>
  );
}

/** Where it is reached: typed here, looked up once, and kept on this machine alone. */
function AddressField({ instrument: { id }, address, onAddress }: InstrumentCardProps) {
  const [text, setText] = useState(address?.typed ?? "");
  const [isConfirmed, setConfirmed] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const isChanged = text.trim() !== (address?.typed ?? "");
  const keep = async () => {
    const outcome = await send("PUT", `/api/instruments/addresses/${encodeURIComponent(id)}`, {
      typed: text,
      isConfirmed,
    });
    if (!outcome.ok) return setError(messageOf(outcome));
    setError(null);
    onAddress((outcome.value as Kept & { address: InstrumentAddress }).address);
  };
  const isFarAway = error?.includes("local network") ?? false;
  return (
    <Box
      as="form"
      {...{
        onSubmit: (event: { preventDefault(): void }) => {
          event.preventDefault();
          void keep();
        },
      }}
    >
      <Flex gap={2} align="end">
        <Box flex={1}>
          <TextField
            label="Address"
            field={held(text, setText)}
            placeholder="192.168.1.20:5025"
            error={error}
            help={
              address && !isChanged ? `reached at ${address.ip}, port ${address.port}` : undefined
            }
          />
        </Box>
        {isChanged && (
          <ActionButton type="submit" minH="40px" px={3} mb={error ? "46px" : 0}>
            Save
          </ActionButton>
        )}
      </Flex>
      {isFarAway && (
        <CheckField
          label="it is on another network, and it is mine"
          isOn={isConfirmed}
          onChange={setConfirmed}
        />
      )}
    </Box>
  );
}
