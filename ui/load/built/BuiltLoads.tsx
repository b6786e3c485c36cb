"use client";
import { Box, Flex, Heading, HStack, Text } from "@chakra-ui/react";
import { ArrowRight, Pencil, Plus, X } from "lucide-react";
import { PageLink } from "../../parts/PageLink";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { formatFixed, formatSignificant, formatWithUncertainty } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import type { Amplifier, Load, LoadDraft, StatedPower, Used } from "@/records";
import type { LoadsNeeded } from "@/records/facts";
import { channelLook } from "@/drawing/channelLook";
import { ActionButton } from "../../parts/ActionButton";
import { ConfirmDialog } from "../../parts/ConfirmDialog";
import { Panel } from "../../parts/Panel";
import { Reading } from "../../parts/Reading";
import { leaveLoad, loadSaves } from "../../parts/saves";
import { otherUsersText } from "../../parts/usersText";
import { Circuit } from "../finder/Circuit";
import { LoadForm } from "./LoadForm";
import { NeededLoads } from "./NeededLoads";
import { WorkshopLoads } from "./WorkshopLoads";
import { isNearLoad } from "@/core/power";

export type BuiltLoadsProps = {
  amplifier: Amplifier;
  claims: readonly StatedPower[];
  loads: readonly Load[];
  /** All loads of the workshop. */
  inWorkshop: readonly Used<Load>[];
  needed: LoadsNeeded;
  /** Looks for a load of so many ohms among the resistors at hand. */
  onFind(ohms: number): void;
  /** A load that was found and is now to be measured. */ found: LoadDraft | null;
  onFoundDone(): void;
};

/** The dummy loads that this amplifier is measured with, as built and measured. */
export function BuiltLoads({
  amplifier,
  claims,
  loads,
  inWorkshop,
  needed,
  found,
  onFind,
  onFoundDone,
}: BuiltLoadsProps) {
  const router = useRouter();
  const [editing, setEditing] = useState<string | "new" | null>(
    loads.length === 0 || found ? "new" : null,
  );
  const [leaving, setLeaving] = useState<Load | null>(null);
  const done = () => {
    setEditing(null);
    onFoundDone();
    router.refresh();
  };
  const sharedWith = (loadId: string): string => {
    const used = inWorkshop.find(({ id }) => id === loadId);
    return used ? otherUsersText(used, amplifier.id) : "";
  };
  // Where none is used yet, they are the next step; else they come after those that are.
  const inWorkshopToo = (
    <WorkshopLoads
      amplifierId={amplifier.id}
      loads={inWorkshop.filter(({ id }) => !loads.some((load) => load.id === id))}
      onTaken={done}
    />
  );
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
      {loads.length === 0 && inWorkshopToo}
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
            sharedWith={sharedWith(load.id)}
            onEdit={() => setEditing(load.id)}
            onLeave={() => setLeaving(load)}
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
      {loads.length > 0 && inWorkshopToo}
      {loads.length > 0 && editing === null && (
        <ActionButton tone="primary" asChild mt={4}>
          <PageLink href={`/amplifiers/${amplifier.id}/rig`}>
            Next: the rig <ArrowRight size={16} />
          </PageLink>
        </ActionButton>
      )}
      <ConfirmDialog
        open={leaving !== null}
        title="Remove this load?"
        text="It stays in the workshop. Existing runs keep its measured resistance."
        confirmLabel="Remove"
        onClose={() => setLeaving(null)}
        confirm={() => leaveLoad(amplifier.id, leaving?.id ?? "")}
        onConfirmed={() => {
          setLeaving(null);
          router.refresh();
        }}
      />
    </Panel>
  );
}

function LoadItem({
  load,
  claims,
  sharedWith,
  onEdit,
  onLeave,
}: {
  load: Load;
  claims: readonly StatedPower[];
  /** Other amplifiers that are measured with it; empty for none. */
  sharedWith: string;
  onEdit(): void;
  onLeave(): void;
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
          <ActionButton aria-label="Edit load" onClick={onEdit} px={3}>
            <Pencil size={16} />
          </ActionButton>
          <ActionButton aria-label="Remove load" onClick={onLeave} px={3}>
            <X size={16} />
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
        Using {load.nominalOhms} Ω for it would {worst > 1 ? "overstate" : "understate"} power by{" "}
        {formatFixed(100 * Math.abs(worst - 1), 1)} %.
        {claim &&
          ` The claimed ${claim.powerWatts} W puts ${formatSignificant(Math.sqrt(claim.powerWatts * load.channels[0].ohms), 3)} V and ${formatSignificant(Math.sqrt(claim.powerWatts / load.channels[0].ohms), 3)} A (RMS) into each channel of this load, all of it as heat.`}
      </Text>
      {sharedWith && (
        <Text mt={1} color="muted">
          Also used with {sharedWith}: new measurements here apply there too.
        </Text>
      )}
    </Box>
  );
}
