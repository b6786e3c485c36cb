"use client";
import { Grid, Heading, HStack, Text } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { object, type InferType } from "yup";
import { formatWithUnit } from "@/core/units";
import { quantity, type KeptNetworkInstrument } from "@/records";
import { Note } from "../audio/levels/Note";
import { ActionButton } from "../parts/ActionButton";
import { QuantityField } from "../parts/fields";
import { Panel } from "../parts/Panel";
import { tellSupply, type SupplyAnswer, type SupplyWish } from "./tellSupply";

/** Volts and a limit, as far as the supply goes. */
const wishSchema = (mostVolts: number, mostAmperes: number) => {
  const within = (most: number, unit: string) => {
    const span = `Enter a value above 0, up to ${formatWithUnit(most, unit)}.`;
    return quantity(span).positive(span).max(most, span);
  };
  return object({ volts: within(mostVolts, "V"), amperes: within(mostAmperes, "A") });
};
type Wish = InferType<ReturnType<typeof wishSchema>>;

/** A programmable supply by hand: volts and a limit, on and off. It stays as it is whatever a run does. */
export function HandSupplyPanel({ supply }: { supply: KeptNetworkInstrument }) {
  const { name, profile } = supply;
  const { mostVolts, mostAmperes } = profile.numbers;
  const { register, handleSubmit, formState } = useForm<Record<keyof Wish, string>, unknown, Wish>({
    resolver: yupResolver(wishSchema(mostVolts, mostAmperes)) as never,
    defaultValues: { volts: "", amperes: "" },
  });
  const [answer, setAnswer] = useState<SupplyAnswer | null>(null);
  const [isKnown, setBackups] = useState(false);
  const tell = async (wish: SupplyWish) => {
    setBackups(true);
    setAnswer(await tellSupply(supply, wish));
    setBackups(false);
  };
  const switchOn = handleSubmit((wish) => tell(wish));
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
          field={register("volts")}
          error={formState.errors.volts}
        />
        <QuantityField
          label="Current limit"
          unit="A"
          field={register("amperes")}
          error={formState.errors.amperes}
        />
      </Grid>
      <HStack gap={2}>
        <ActionButton tone="primary" disabled={isKnown} onClick={() => void switchOn()}>
          Set and switch on
        </ActionButton>
        <ActionButton disabled={isKnown} onClick={() => void tell("off")}>
          Switch off
        </ActionButton>
        <ActionButton disabled={isKnown} onClick={() => void tell("read")}>
          Read
        </ActionButton>
      </HStack>
      <Note>
        Compare voltage and polarity with the label on the amplifier before you switch on. Mute and
        faults leave it on, since cutting the power mid-run does not make an amplifier safer.
      </Note>
    </Panel>
  );
}
