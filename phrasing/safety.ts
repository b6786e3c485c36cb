import type { SafetyCaution, SafetyCautionCode } from "@/core/safety";

type CautionText = { title: string | ((amount: number) => string); reason: string };

const CAUTIONS: Record<SafetyCautionCode, CautionText> = {
  earth: {
    title: "Is an output terminal grounded?",
    reason:
      "Many small and class D amplifiers drive both terminals (bridge-tied). A grounded clip on either shorts the output to ground and destroys the amplifier or the instrument: use a differential probe or two channels.",
  },
  "bridge-tied": {
    title: "No grounded clip on either terminal",
    reason:
      "The outputs are bridge-tied: both terminals swing. A grounded probe shorts one of them to ground; use a differential probe, or two channels and subtract.",
  },
  bridged: {
    title: "Bridged channels",
    reason:
      "Bridged, each half drives half the load, neither terminal is ground, and the voltage doubles. Check that the manufacturer allows this load bridged, and set the switch with the power off.",
  },
  "first-power-up": {
    title: "First power-up of an old amplifier",
    reason:
      "Dried-out capacitors can fail at full mains voltage. Have someone qualified power it up gradually; do not open it yourself.",
  },
  "high-volts": {
    title: (volts) => `${volts} V on the output terminals`,
    reason:
      "At full power the output voltage can injure. Insulate the terminals, and touch nothing while it is live.",
  },
  "hot-load": {
    title: (watts) => `${watts} W of heat in the loads`,
    reason:
      "Resistors burn skin and scorch wood within seconds at rated power. Give them air, nothing flammable near, and time to cool.",
  },
  "low-ohms": {
    title: "Low load resistance",
    reason:
      "Below 4 Ω many amplifiers are outside their specification: bursts first, and be ready to mute.",
  },
  speaker: {
    title: "A loudspeaker is connected",
    reason:
      "A test tone at rated power destroys a tweeter in seconds and damages hearing in minutes. Protect your ears, keep the level down, and use bursts.",
  },
  unattended: {
    title: "Heat soak",
    reason:
      "Never leave a soak unattended: stay within sight, with the mains switch in reach and the room ventilated.",
  },
  order: {
    title: "Load first, level at minimum",
    reason:
      "Connect the loads before power-up and start with the source at minimum, so that nothing gets loud or hot unexpectedly.",
  },
  mains: {
    title: "Mains and stored charge",
    reason:
      "Mains wiring is subject to local codes and is work for licensed electricians. Supplies stay charged after unplugging; leave covers on.",
  },
};

/** The heading of a caution; one that warns of volts or watts begins with them, which `isConfirmed` relies on. */
export const cautionTitle = ({ code, amount }: SafetyCaution): string => {
  const { title } = CAUTIONS[code];
  return typeof title === "string" ? title : title(amount ?? 0);
};

/** Why, and what to do. */
export const cautionReason = ({ code }: SafetyCaution): string => CAUTIONS[code].reason;
