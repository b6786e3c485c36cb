"use client";
import { Box, Flex, Grid, Heading, HStack, Text } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { useState } from "react";
import { NETWORK_ROLES, ROLE_FACTS, type NetworkRole } from "@/core/scpi";
import {
  newNetworkInstrument,
  type FieldErrors,
  type InstrumentAddress,
  type NetworkChoice,
  type NetworkInstruments,
  type RigSettings,
} from "@/records";
import { Note } from "../audio/levels/Note";
import { ActionButton } from "../parts/ActionButton";
import { KeptMark } from "../parts/KeptMark";
import { newId } from "../parts/newId";
import { Panel } from "../parts/Panel";
import { saveWorkshopDocument } from "../parts/saves";
import { send } from "../parts/send";
import { useAutosave } from "../parts/useAutosave";
import { ChoicesPanel } from "./ChoicesPanel";
import { InstrumentCard } from "./InstrumentCard";
import { ProfilePanel } from "./ProfilePanel";
import { HandSupplyPanel } from "./HandSupplyPanel";
import { CHOSEN_ROLES } from "@/records/facts";
import { asDrafts, readDraft, type InstrumentDraft } from "./drafts";

export type NetworkTabProps = {
  network: NetworkInstruments;
  addresses: readonly InstrumentAddress[];
  /** Channels of the amplifier. */
  outputs: number;
  rig: Pick<RigSettings, "network" | "probe">;
  onChoice(change: Partial<NetworkChoice>): void;
};

/** Network instruments: where each is reached, how it is spoken to, and what it does at this amplifier. */
export function NetworkTab({ network, addresses, outputs, rig, onChoice }: NetworkTabProps) {
  const [drafts, setDrafts] = useState<readonly InstrumentDraft[]>(() => asDrafts(network));
  const [errors, setErrors] = useState<FieldErrors>({});
  const [reached, setReached] = useState<readonly InstrumentAddress[]>(addresses);
  const [openId, setOpenId] = useState<string | null>(null);
  const autosave = useAutosave({
    name: "network instruments",
    value: drafts,
    restore: setDrafts,
    revision: network.revision,
    asDraft: asDrafts,
    save: async (content, revision) => {
      const outcome = await saveWorkshopDocument("network", {
        instruments: content.map(readDraft),
        revision,
      });
      setErrors(outcome.ok ? {} : outcome.errors);
      return outcome;
    },
  });
  const instruments = drafts.map(readDraft);
  const add = (role: NetworkRole) => {
    const [draft] = asDrafts({ instruments: [newNetworkInstrument(newId(), role)] });
    setDrafts([...drafts, draft]);
    // The first of its kind is what one means to use.
    const key = CHOSEN_ROLES.find(([, each]) => each === role)?.[0];
    if (key && rig.network[key] === null) onChoice({ [key]: draft.id });
  };
  const change = (id: string, part: Partial<InstrumentDraft>) =>
    setDrafts((before) => before.map((draft) => (draft.id === id ? { ...draft, ...part } : draft)));
  const remove = (id: string) => {
    setDrafts(drafts.filter((draft) => draft.id !== id));
    void send("DELETE", `/api/instruments/addresses/${encodeURIComponent(id)}`);
  };
  const open = drafts.findIndex(({ id }) => id === openId);
  return (
    <Grid templateColumns="minmax(0, 1.5fr) minmax(0, 1fr)" gap={4} alignItems="start">
      <Flex direction="column" gap={4} minW={0}>
        <Panel>
          <Flex justify="space-between" align="center" mb={2} gap={3} wrap="wrap">
            <Heading as="h1" fontSize="22px">
              Network instruments
            </Heading>
            <KeptMark {...autosave} />
          </Flex>
          {instruments.length === 0 && <FirstWords />}
          <Flex direction="column" gap={2.5}>
            {instruments.map((instrument, index) => (
              <InstrumentCard
                key={instrument.id}
                instrument={instrument}
                isKept={autosave.state === "kept"}
                address={reached.find(({ id }) => id === instrument.id) ?? null}
                isOpen={instrument.id === openId}
                calibration={drafts[index]}
                errorOf={(field) => errors[`instruments[${index}].${field}`]}
                onChange={(part) => change(instrument.id, part)}
                onAddress={(address) => {
                  setReached([...reached.filter(({ id }) => id !== address.id), address]);
                  change(instrument.id, { identity: "" });
                }}
                onIdentity={(identity) => change(instrument.id, { identity })}
                onOpen={() => setOpenId(instrument.id === openId ? null : instrument.id)}
                onRemove={() => remove(instrument.id)}
              />
            ))}
          </Flex>
          <AddRow onAdd={add} />
        </Panel>
        {open >= 0 && (
          <ProfilePanel
            key={drafts[open].id}
            draft={drafts[open]}
            isKept={autosave.state === "kept"}
            isReached={reached.some(({ id }) => id === drafts[open].id)}
            onChange={(part) => change(drafts[open].id, part)}
            onClose={() => setOpenId(null)}
          />
        )}
      </Flex>
      <Flex direction="column" gap={4} minW={0}>
        <ChoicesPanel
          instruments={{ instruments }}
          choice={rig.network}
          probe={rig.probe}
          outputs={outputs}
          onChoice={onChoice}
        />
        {instruments
          .filter(({ profile, identity }) => profile.role === "supply" && identity !== "")
          .map((supply) => (
            <HandSupplyPanel key={supply.id} supply={supply} />
          ))}
      </Flex>
    </Grid>
  );
}

/** What to do first, and what never to do. */
function FirstWords() {
  return (
    <Box mb={3}>
      <Text color="muted" mb={2}>
        Connect each by cable to a private network, enable its network control, and add it here with
        the address from its menu. A generator and an oscilloscope are enough to start with; a
        true-RMS voltmeter checks their level and monitors the output while they record.
      </Text>
      <Note>
        Oscilloscope inputs are grounded: across a bridge-tied output one of them would short half
        of it. Use a separate channel for each terminal (“two channels”) or a differential probe.
        Set the probes to ×10 above a few watts.
      </Note>
    </Box>
  );
}

function AddRow({ onAdd }: { onAdd(role: NetworkRole): void }) {
  return (
    <HStack gap={2} wrap="wrap" mt={3}>
      <Text fontSize="14px" color="muted" fontWeight={500}>
        Add a
      </Text>
      {NETWORK_ROLES.map((role) => (
        <ActionButton key={role} minH="38px" px={3} onClick={() => onAdd(role)}>
          <Plus size={15} /> {ROLE_FACTS[role].label}
        </ActionButton>
      ))}
    </HStack>
  );
}
