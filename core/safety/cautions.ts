/** What is known before power is applied. */
export type SafetyFacts = { topology: string; kind: string; powerWatts: number; loadOhms: number; channelsDriven: number };

export type Caution = { title: string; reason: string };

/** Below this many volts RMS, a touch of dry skin is commonly held to be without danger; the trade's usual limit. */
const TOUCHABLE_VOLTS = 25;

/**
 * The cautions that fit this amplifier and its loads, gravest first. They defer to local codes and licensed practice,
 * and never tell anyone to open mains equipment. Common practice of the trade.
 */
export const cautionsFor = ({ topology, kind, powerWatts, loadOhms, channelsDriven }: SafetyFacts): Caution[] => {
  const outputVolts = Math.sqrt(powerWatts * loadOhms);
  const cautions: (Caution | false)[] = [
    (kind === "mini" || topology === "class D" || topology === "not known") && {
      title: "Is an output terminal earthed?",
      reason: "Many small and class D amplifiers drive both terminals (bridge-tied). A grounded clip on either shorts the output through earth and destroys the amplifier or the instrument: use a differential probe or two channels.",
    },
    kind === "vintage" && {
      title: "First power-up of an old amplifier",
      reason: "Dried-out capacitors fail when the full mains comes back. Have someone qualified bring it up gradually; do not open it yourself.",
    },
    outputVolts > TOUCHABLE_VOLTS && {
      title: `${Math.round(outputVolts)} V on the output terminals`,
      reason: "At the claimed power the output can hurt. Insulate the terminals, and touch nothing while it is live.",
    },
    powerWatts * channelsDriven >= 50 && {
      title: `${Math.round(powerWatts * channelsDriven)} W of heat in the loads`,
      reason: "Resistors burn skin and scorch wood within seconds at rated power. Give them air, nothing flammable near, and time to cool.",
    },
    loadOhms < 4 && { title: "Low load", reason: "Below 4 Ω many amplifiers are outside what their maker allows: bursts first, and be ready to mute." },
    { title: "Load before power, level down", reason: "Connect the loads first and begin with the source at its lowest. Mains wiring follows local codes and is work for licensed people." },
  ];
  return cautions.filter((caution) => caution !== false);
};
