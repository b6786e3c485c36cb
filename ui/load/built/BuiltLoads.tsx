"use client";
import { Box, Flex, Heading, HStack, Text } from "@chakra-ui/react";
import { ArrowRight, Pencil, Plus, Trash2 } from "lucide-react";
import { PageLink } from "../../parts/PageLink";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { formatFixed, formatShort, formatSignificant, formatWithUncertainty } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import type { Amplifier, Load, LoadDraft, StandingLoads, StatedPower } from "@/records";
import type { LoadsNeeded } from "@/records/facts";
import { channelLook } from "../../charts/channelLook";
import { ActionButton } from "../../parts/ActionButton";
import { ConfirmDialog } from "../../parts/ConfirmDialog";
import { Panel } from "../../parts/Panel";
import { Reading } from "../../parts/Reading";
import { newId } from "../../parts/newId";
import { loadSaves } from "../../parts/saves";
import { messageOf } from "../../parts/send";
import { Circuit } from "../finder/Circuit";
import { LoadForm } from "./LoadForm";
import { NeededLoads } from "./NeededLoads";
import { isNearLoad } from "@/core/power";

export type BuiltLoadsProps = {
  amplifier: Amplifier;
  claims: readonly StatedPower[];
  loads: readonly Load[];
  /** Loads of the review before, to be taken over; null where there are none, or this amplifier has its own. */
  standing: StandingLoads | null;
  needed: LoadsNeeded;
  /** Looks for a load of so many ohms among the resistors at hand. */
  onFind(ohms: number): void;
  /** A load that was found and is now to be measured. */ found: LoadDraft | null;
  onFoundDone(): void;
};

/** The dummy loads of this amplifier, as built and measured. */
export function BuiltLoads({
  amplifier,
  claims,
  loads,
  standing,
  needed,
  found,
  onFind,
  onFoundDone,
}: BuiltLoadsProps) {
  const router = useRouter();
  const [editing, setEditing] = useState<string | "new" | null>(
    loads.length === 0 || found ? "new" : null,
  );
  const [deleting, setDeleting] = useState<Load | null>(null);
  const done = () => {
    setEditing(null);
    onFoundDone();
    router.refresh();
  };
  return (
    <Panel>
      <Flex justify="space-between" align="center" mb={3}>
        <Heading as="h1" fontSize="22px">
          Dummy loads, as measured
        </Heading>
        {editing === null && (
          <ActionButton onClick={() => setEditing("new")}>
            <Plus size={16} /> Add a load
          </ActionButton>
        )}
      </Flex>
      {standing && loads.length === 0 && (
        <StandingOffer amplifierId={amplifier.id} standing={standing} onTaken={done} />
      )}
      <NeededLoads needed={needed} onFind={onFind} />
      {loads.map((load) =>
        editing === load.id ? (
          <LoadForm
            key={load.id}
            draftKey={`load ${load.id}`}
            initial={load}
            channelCount={amplifier.channelCount}
            save={(draft) => loadSaves.change(load.id, draft)}
            onDone={done}
          />
        ) : (
          <LoadItem
            key={load.id}
            load={load}
            claims={claims}
            onEdit={() => setEditing(load.id)}
            onDelete={() => setDeleting(load)}
          />
        ),
      )}
      {editing === "new" && (
        <LoadForm
          draftKey={
            found
              ? `found load of ${amplifier.id}: ${JSON.stringify(found.channels.map(({ ohms }) => ohms))}`
              : `new load of ${amplifier.id}`
          }
          initial={found ?? undefined}
          nominalOhms={claims[0]?.loadOhms}
          channelCount={amplifier.channelCount}
          save={(draft, id) => loadSaves.add(amplifier.id, draft, id)}
          onDone={done}
        />
      )}
      {loads.length > 0 && editing === null && (
        <ActionButton tone="primary" asChild mt={4}>
          <PageLink href={`/amplifiers/${amplifier.id}/rig`}>
            Next: the rig <ArrowRight size={16} />
          </PageLink>
        </ActionButton>
      )}
      <ConfirmDialog
        open={deleting !== null}
        title="Delete this load?"
        text="Runs that were made with it keep the ohms they were made with."
        confirmLabel="Delete load"
        onClose={() => setDeleting(null)}
        confirm={() => loadSaves.remove(deleting?.id ?? "")}
        onConfirmed={() => {
          setDeleting(null);
          router.refresh();
        }}
      />
    </Panel>
  );
}

/** The resistors of the review before still stand there: one press takes them over as they were measured. */
function StandingOffer({
  amplifierId,
  standing: { amplifierName, loads },
  onTaken,
}: {
  amplifierId: string;
  standing: StandingLoads;
  onTaken(): void;
}) {
  const [ids] = useState(() => loads.map(() => newId()));
  const [trouble, setTrouble] = useState<string | null>(null);
  const take = async () => {
    for (const [index, load] of loads.entries()) {
      const saved = await loadSaves.add(amplifierId, load, ids[index]);
      if (!saved.ok) return setTrouble(messageOf(saved));
    }
    onTaken();
  };
  return (
    <Box bg="sunken" borderRadius="control" px={4} py={3} mb={4}>
      <Flex align="center" justify="space-between" gap={4}>
        <Text fontSize="15px">
          From {amplifierName}, as measured then:{" "}
          <b>
            {loads
              .map(
                ({ nominalOhms, channels }) =>
                  `${formatShort(nominalOhms)} Ω (${channels.map(({ ohms }) => formatFixed(ohms, 3)).join(", ")})`,
              )
              .join("; ")}
          </b>
        </Text>
        <ActionButton tone="primary" onClick={() => void take()}>
          Take them over
        </ActionButton>
      </Flex>
      {trouble && (
        <Text role="alert" color="ember" fontSize="14px" mt={1.5}>
          {trouble}
        </Text>
      )}
    </Box>
  );
}

function LoadItem({
  load,
  claims,
  onEdit,
  onDelete,
}: {
  load: Load;
  claims: readonly StatedPower[];
  onEdit(): void;
  onDelete(): void;
}) {
  const claim = claims.find(({ loadOhms }) => isNearLoad(load.nominalOhms, loadOhms));
  const worst = load.channels.reduce(
    (most, { ohms }) =>
      Math.abs(ohms / load.nominalOhms - 1) > Math.abs(most - 1) ? ohms / load.nominalOhms : most,
    1,
  );
  return (
    <Box borderTopWidth="1px" borderColor="rime" py={3.5}>
      <Flex justify="space-between" align="start" gap={3}>
        <Text color="muted" fontWeight={600}>
          {load.nominalOhms} Ω nominal
        </Text>
        <HStack gap={2}>
          <ActionButton aria-label="Change this load" onClick={onEdit} px={3}>
            <Pencil size={16} />
          </ActionButton>
          <ActionButton aria-label="Delete this load" onClick={onDelete} px={3}>
            <Trash2 size={16} />
          </ActionButton>
        </HStack>
      </Flex>
      <Flex gap={9} wrap="wrap" mt={1}>
        {load.channels.map(({ ohms, ohmsExpandedUncertainty, network }, index) => {
          const { value, uncertainty } = formatWithUncertainty(ohms, ohmsExpandedUncertainty);
          return (
            <Box key={index}>
              <HStack align="baseline" gap={3}>
                <Text fontSize="22px" fontWeight={700} color={channelLook(index).color}>
                  {channelLetter(index)}
                </Text>
                <Reading value={value} unit="Ω" plusMinus={uncertainty} />
              </HStack>
              {network && (
                <Circuit
                  network={network.network}
                  resistors={network.resistors}
                  mostWidthPx={230}
                />
              )}
            </Box>
          );
        })}
      </Flex>
      <Text mt={2.5} color="muted">
        Taking {load.nominalOhms} Ω for it would {worst > 1 ? "overstate" : "understate"} power by{" "}
        {formatFixed(100 * Math.abs(worst - 1), 1)} %.
        {claim &&
          ` For the claimed ${claim.powerWatts} W this load takes ${formatSignificant(Math.sqrt(claim.powerWatts * load.channels[0].ohms), 3)} V and ${formatSignificant(Math.sqrt(claim.powerWatts / load.channels[0].ohms), 3)} A (RMS) in each channel, and must get rid of all of it as heat.`}
      </Text>
    </Box>
  );
}
