import { Grid, Heading, HStack, Text } from "@chakra-ui/react";
import type { LoadDemand } from "@/core/load";
import { formatShort } from "@/core/units";
import type { StatedPower } from "@/records";
import { ActionButton } from "../../parts/ActionButton";
import { CheckField, QuantityField, TextField, held } from "../../parts/fields";
import { Panel } from "../../parts/Panel";
import { positive, usualWatts, type Wanted } from "./wanted";

const USUAL_OHMS = [2, 2.67, 4, 8, 16];

export type WantedFormProps = {
  wanted: Wanted;
  /** What it comes to; null while something makes no sense. */
  demand: LoadDemand | null;
  claims: readonly StatedPower[];
  channelCount: number;
  onChange(wanted: Wanted): void;
};

/** Ohms, channels, watts and seconds of the load that is looked for. */
export function WantedForm({ wanted, demand, claims, channelCount, onChange }: WantedFormProps) {
  const set = (change: Partial<Wanted>) => onChange({ ...wanted, ...change });
  const error = (text: string, canBeEmpty = false) =>
    positive(text) === null && !(canBeEmpty && text.trim() === "")
      ? "Enter a number above zero."
      : undefined;
  return (
    <Panel as="form" aria-label="Requirements" onSubmit={(event) => event.preventDefault()}>
      <Heading as="h2" fontSize="18px" mb={2}>
        Requirements
      </Heading>
      <HStack gap={1.5} mb={2.5} role="group" aria-label="Standard values">
        {USUAL_OHMS.map((value) => {
          const isChosen = positive(wanted.ohms) === value;
          return (
            <ActionButton
              key={value}
              type="button"
              flex={1}
              minW={0}
              minH="40px"
              px={1}
              aria-pressed={isChosen}
              tone={isChosen ? "primary" : "quiet"}
              onClick={() => set({ ohms: String(value) })}
            >
              {value}
            </ActionButton>
          );
        })}
      </HStack>
      <Grid templateColumns="1fr 1fr" gap={2.5}>
        <QuantityField
          label="Ohms"
          unit="Ω"
          field={held(wanted.ohms, (ohms) => set({ ohms }))}
          error={error(wanted.ohms)}
        />
        <TextField
          label={wanted.isBridged ? "Bridged pairs" : "Channels"}
          field={held(wanted.channels, (channels) => set({ channels }))}
          error={error(wanted.channels)}
        />
        <QuantityField
          label="Power per channel"
          unit="W"
          field={held(wanted.watts, (watts) => set({ watts }))}
          placeholder={`${formatShort(usualWatts(wanted, claims))} claimed`}
          error={error(wanted.watts, true)}
        />
        <QuantityField
          label="Duration"
          unit="s"
          field={held(wanted.seconds, (seconds) => set({ seconds }))}
          error={error(wanted.seconds)}
        />
      </Grid>
      <CheckField
        label="bridged"
        isOn={wanted.isBridged}
        onChange={(isBridged) =>
          set({
            isBridged,
            channels: String(isBridged ? Math.max(1, Math.floor(channelCount / 2)) : channelCount),
          })
        }
      />
      {wanted.isBridged && demand && (
        <Text fontSize="13.5px" color="muted">
          Each half of a bridged pair drives {formatShort(demand.targetOhms / 2)} Ω and gives{" "}
          {formatShort(demand.watts / 2)} W.
        </Text>
      )}
    </Panel>
  );
}
