"use client";
import { Grid, Heading, HStack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { formatWithUnit, parseNumber } from "@/core/units";
import type { KeptNetworkInstrument } from "@/records";
import { Note } from "../audio/levels/Note";
import { ActionButton } from "../parts/ActionButton";
import { held, QuantityField } from "../parts/fields";
import { Panel } from "../parts/Panel";
import { tellSupply, type SupplyAnswer, type SupplyWish } from "./tellSupply";

/** A number in a field that lies above zero and not above the most; else what is wrong with it. */
const within = (
  text: string,
  most: number,
  unit: string,
): { value: number } | { mistake: string } => {
  const value = parseNumber(text);
  return value !== null && value > 0 && value <= most
    ? { value }
    : { mistake: `It lies above 0 and up to ${formatWithUnit(most, unit)}.` };
};

/** A programmable supply by hand: volts and a limit, on and off. It stays as it is whatever a run does. */
export function HandSupplyPanel({ supply }: { supply: KeptNetworkInstrument }) {
  const { name, profile } = supply;
  const { mostVolts, mostAmperes } = profile.numbers;
  const [volts, setVolts] = useState("");
  const [amperes, setAmperes] = useState("");
  const [isAsked, setAsked] = useState(false);
  const [answer, setAnswer] = useState<SupplyAnswer | null>(null);
  const [isTold, setTold] = useState(false);
  const [asked, limit] = [within(volts, mostVolts, "V"), within(amperes, mostAmperes, "A")];
  const tell = async (wish: SupplyWish) => {
    setTold(true);
    setAnswer(await tellSupply(supply, wish));
    setTold(false);
  };
  const switchOn = () => {
    setAsked(true);
    if ("value" in asked && "value" in limit)
      void tell({ volts: asked.value, amperes: limit.value });
  };
  return (
    <Panel as="section" aria-label={name}>
      <Heading as="h2" fontSize="19px" mb={2}>
        {name}
      </Heading>
      {answer && "reading" in answer && (
        <Text fontSize="24px" fontWeight={700} mb={2} role="status">
          {answer.reading.isOn ? "On" : "Off"}: {formatWithUnit(answer.reading.volts, "V")},{" "}
          {formatWithUnit(answer.reading.amperes, "A")}
        </Text>
      )}
      {answer && "trouble" in answer && (
        <Text role="alert" color="ember" fontWeight={600} mb={2}>
          {answer.trouble}
        </Text>
      )}
      <Grid templateColumns="1fr 1fr" gap={3} mb={3}>
        <QuantityField
          label="Volts"
          unit="V"
          field={held(volts, setVolts)}
          error={isAsked && "mistake" in asked ? asked.mistake : null}
        />
        <QuantityField
          label="At most"
          unit="A"
          field={held(amperes, setAmperes)}
          error={isAsked && "mistake" in limit ? limit.mistake : null}
        />
      </Grid>
      <HStack gap={2}>
        <ActionButton tone="primary" disabled={isTold} onClick={switchOn}>
          Set and switch on
        </ActionButton>
        <ActionButton disabled={isTold} onClick={() => void tell("off")}>
          Switch off
        </ActionButton>
        <ActionButton disabled={isTold} onClick={() => void tell("read")}>
          Read
        </ActionButton>
      </HStack>
      <Note>
        Compare volts and polarity with the label on the amplifier before you switch on. Mute and
        faults leave it on: an amplifier that loses its power in the middle is not safer for it.
      </Note>
    </Panel>
  );
}
