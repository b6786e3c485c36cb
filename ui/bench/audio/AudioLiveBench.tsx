"use client";
import { Box } from "@chakra-ui/react";
import { unconfirmed, type SafetyCaution } from "@/core/safety";
import type { AudioInterfaces, NetworkInstruments, RigSettings } from "@/records";
import { audioRunOn, knownInterface, metersBeside } from "@/records/facts";
import { useAudio } from "../../audio/AudioProvider";
import { OpenPanel } from "../../audio/OpenPanel";
import { NotReady } from "../NotReady";
import { onAudio } from "../playedOn";
import { RunForm, type RunFormProps } from "../RunForm";
import { Unconfirmed } from "../Unconfirmed";
import type { AudioBench } from "./AudioBench";

export type LiveBenchProps = Omit<RunFormProps, "real" | "guards"> & {
  rig: RigSettings;
  interfaces: AudioInterfaces;
  network: NetworkInstruments;
  cautions: readonly SafetyCaution[];
};

/** A run through an audio interface: opened, its levels known, the safety gate confirmed, and then as on the simulated bench. */
export function AudioLiveBench({ rig, interfaces, network, cautions, ...form }: LiveBenchProps) {
  const { amplifier, kind, loads } = form;
  const { state } = useAudio();
  if (state.status !== "open")
    return <OpenPanel amplifier={amplifier} loads={loads} interfaces={interfaces} />;
  const { device } = state;
  const run = audioRunOn(device, knownInterface(interfaces.interfaces, device), rig);
  if (!run.ok)
    return (
      <NotReady
        finding={run.finding}
        link={{ href: `/amplifiers/${amplifier.id}/rig?tab=audio`, text: "Calibrate levels" }}
      />
    );
  const open = device.isVirtual ? [] : unconfirmed(cautions, rig.confirmations);
  const audio: AudioBench = {
    run: { ...run.value, meters: metersBeside(network, rig.network) },
    device,
    confirmations: device.isVirtual ? [] : rig.confirmations,
    isHeld: open.length > 0,
  };
  return (
    <Box>
      <Unconfirmed cautions={open} amplifierId={amplifier.id} />
      <RunForm key={kind} {...form} guards={rig.guards} real={onAudio(audio)} />
    </Box>
  );
}
