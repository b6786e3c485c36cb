"use client";
import { Box } from "@chakra-ui/react";
import { unconfirmed, type SafetyCaution } from "@/core/safety";
import { isStandIn } from "@/core/scpi";
import type { NetworkInstruments, RigSettings } from "@/records";
import { networkRunOn } from "@/records/facts";
import { NotReady } from "../NotReady";
import { onNetwork } from "../playedOn";
import { RunForm, type RunFormProps } from "../RunForm";
import { Unconfirmed } from "../Unconfirmed";

export type NetworkLiveProps = Omit<RunFormProps, "real" | "guards"> & {
  rig: RigSettings;
  network: NetworkInstruments;
  cautions: readonly SafetyCaution[];
};

/** A run between instruments of the network: each chosen, the safety gate confirmed, and then as on the simulated bench. */
export function NetworkLive({ rig, network, cautions, ...form }: NetworkLiveProps) {
  const { amplifier, kind } = form;
  const run = networkRunOn(network, rig, amplifier.channelCount);
  if (!run.ok)
    return (
      <NotReady
        finding={run.finding}
        link={{
          href: `/amplifiers/${amplifier.id}/rig?tab=network`,
          text: "Go to the network instruments",
        }}
      />
    );
  // A stand-in drives nothing that could be hurt.
  const isReal = !isStandIn(run.value.generator.identity);
  const open = isReal ? unconfirmed(cautions, rig.confirmations) : [];
  const played = onNetwork({
    run: run.value,
    confirmations: isReal ? rig.confirmations : [],
    isHeld: open.length > 0,
  });
  return (
    <Box>
      <Unconfirmed cautions={open} amplifierId={amplifier.id} />
      <RunForm key={kind} {...form} guards={rig.guards} real={played} />
    </Box>
  );
}
