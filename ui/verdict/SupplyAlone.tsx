"use client";
import { Box, Grid, Heading, HStack, Text } from "@chakra-ui/react";
import { yupResolver } from "@hookform/resolvers/yup";
import { X } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { rehearsedSupply } from "@/bench/catalogue";
import { AFTERWARDS, judgeLabel } from "@/core/supply";
import { formatSignificant } from "@/core/units";
import { labelVerdictText, overloadText, SUPPLY_RESULTS } from "@/phrasing";
import { supplyTestSchema, type Details } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { ChoiceField, QuantityField } from "../parts/fields";
import { durationText } from "../parts/durationText";
import { saveDocument } from "../parts/saves";
import { messageOf } from "../parts/send";
import { useKeptDraft } from "../parts/useKeptDraft";

type Test = Details["supplyTests"][number];
type TestText = Record<Exclude<keyof Test, "isSimulated">, string>;

/** Only what has a plug of its own can be tested alone: nobody is to open an amplifier for it. */
const isOutside = ({ kind }: Details["supplies"][number]): boolean =>
  kind === "brick" || kind === "battery";

/** Supplies by themselves: what they gave into a resistor or an electronic load, and what that says of their labels. */
export function SupplyAlone({ amplifierId, details }: { amplifierId: string; details: Details }) {
  const router = useRouter();
  const [message, setMessage] = useState<string | null>(null);
  const { supplyTests } = details;
  const supplies = details.supplies.filter(isOutside);
  const form = useForm<TestText, unknown, Test>({
    resolver: yupResolver(supplyTestSchema) as never,
    defaultValues: {
      supply: supplies[0]?.name ?? "",
      amperes: "",
      volts: "",
      seconds: "",
      then: "held",
    },
  });
  const { register, handleSubmit, reset, formState } = form;
  const { errors, isSubmitting } = formState;
  const forget = useKeptDraft(`supply test of ${amplifierId}`, form);
  const keep = async (tests: readonly Test[]): Promise<boolean> => {
    const kept = await saveDocument(amplifierId, "details", {
      ...details,
      supplyTests: [...tests],
    });
    setMessage(kept.ok ? null : messageOf(kept));
    if (kept.ok) router.refresh();
    return kept.ok;
  };
  const add = handleSubmit(async (test) => {
    // What was not kept stays in its fields.
    if (!(await keep([...supplyTests, test]))) return;
    forget();
    reset({ supply: test.supply, amperes: "", volts: "", seconds: "", then: "held" });
  });
  if (supplies.length === 0) return null;
  return (
    <Box mt={4} borderTopWidth="1px" borderColor="rime" pt={3}>
      <Heading as="h3" fontSize="16px" mb={1}>
        Supply alone
      </Heading>
      {supplies.map((supply) => (
        <Label
          key={supply.name}
          supply={supply}
          tests={supplyTests.filter((test) => test.supply === supply.name)}
          onRehearse={({ volts, amperes }) =>
            void keep([
              ...supplyTests.filter((test) => !test.isSimulated || test.supply !== supply.name),
              ...rehearsedSupply({ volts, amperes }).map((test) => ({
                ...test,
                supply: supply.name,
                isSimulated: true,
              })),
            ])
          }
        />
      ))}
      <Box as="ol" listStyleType="none" my={2}>
        {supplyTests.map((test, k) => (
          <HStack as="li" key={k} fontSize="14px" color="muted" justify="space-between">
            <span>
              {test.isSimulated && "rehearsed, "}
              {test.supply}: {formatSignificant(test.volts, 3)} V at{" "}
              {formatSignificant(test.amperes, 2)} A for {durationText(test.seconds)}, then{" "}
              {SUPPLY_RESULTS[test.then]}
            </span>
            <button
              type="button"
              aria-label={`Remove the test at ${formatSignificant(test.amperes, 2)} A`}
              onClick={() => void keep(supplyTests.filter((_, at) => at !== k))}
            >
              <X size={14} />
            </button>
          </HStack>
        ))}
      </Box>
      <form onSubmit={add} noValidate aria-label="Supply alone">
        <Grid templateColumns="1.4fr 1fr 1fr 1fr 1.2fr auto" gap={2} alignItems="end">
          <ChoiceField
            label="Supply"
            field={register("supply")}
            choices={supplies.map(({ name }) => name)}
            error={errors.supply}
          />
          <QuantityField
            label="Measured"
            unit="A"
            field={register("amperes")}
            error={errors.amperes}
          />
          <QuantityField label="At" unit="V" field={register("volts")} error={errors.volts} />
          <QuantityField
            label="Duration"
            unit="s"
            field={register("seconds")}
            error={errors.seconds}
          />
          <ChoiceField
            label="Result"
            field={register("then")}
            choices={AFTERWARDS.map((value) => ({ value, label: SUPPLY_RESULTS[value] }))}
            error={errors.then}
          />
          <ActionButton type="submit" minH="40px" loading={isSubmitting}>
            Add
          </ActionButton>
        </Grid>
      </form>
      {message && (
        <Text role="alert" color="ember" fontSize="14px" mt={1}>
          {message}
        </Text>
      )}
      <Text fontSize="13.5px" color="muted" mt={1.5}>
        Into a resistor rated for the power, with nothing flammable nearby. Output side only: keep
        the supply closed.
      </Text>
    </Box>
  );
}

const INKS = { met: "spruce", missed: "ember", open: "muted" } as const;

/** Of one supply its label counts, however many feed the amplifier together. Rehearsals speak only where nothing real was tried. */
function Label({
  supply: { name, volts, amperes },
  tests,
  onRehearse,
}: {
  supply: Details["supplies"][number];
  tests: readonly Test[];
  onRehearse(label: { volts: number; amperes: number }): void;
}) {
  if (!volts || !amperes) return null;
  const real = tests.filter(({ isSimulated }) => !isSimulated);
  const isRehearsed = real.length === 0 && tests.length > 0;
  const verdict = judgeLabel({ volts, amperes }, isRehearsed ? tests : real);
  return (
    <HStack justify="space-between" align="start" gap={3}>
      <Text fontSize="15px">
        <b>{name}:</b> {isRehearsed && "rehearsed: "}
        <Text as="span" color={isRehearsed ? "muted" : INKS[verdict.outcome]} fontWeight={600}>
          {labelVerdictText({ volts, amperes }, verdict)}
        </Text>{" "}
        {overloadText(verdict)}
      </Text>
      <ActionButton
        type="button"
        minH="32px"
        px={2.5}
        fontSize="13.5px"
        flexShrink={0}
        onClick={() => onRehearse({ volts, amperes })}
      >
        Simulate
      </ActionButton>
    </HStack>
  );
}
