import { failure, success, type Outcome } from "@/core/outcome";
import { isStandIn, type NetworkRole } from "@/core/scpi";
import type { KeptNetworkInstrument, NetworkInstruments, NetworkRun } from "../networkInstruments";
import type { NetworkChoice, RigSettings } from "../rig";

const WHERE = "Network instruments";
const missing = (what: string) =>
  failure("instrument-fault", WHERE, `${what} Set it on the Rig, under Network instruments.`);

/** What each choice of the Rig is made among. */
export const CHOSEN_ROLES: readonly (readonly [
  keyof NetworkChoice & `${string}Id`,
  NetworkRole,
])[] = [
  ["generatorId", "generator"],
  ["oscilloscopeId", "oscilloscope"],
  ["voltmeterId", "voltmeter"],
  ["mainsMeterId", "mains-meter"],
  ["thermometerId", "thermometer"],
];

/** The instrument that is chosen for something; null where none is, or it is no longer there. */
const chosen = (
  { instruments }: NetworkInstruments,
  id: string | null,
): KeptNetworkInstrument | null => instruments.find((each) => each.id === id) ?? null;

/** Instruments of the network that readings rest on: all that are chosen, or what looks on beside an audio interface. */
export const networkInUse = (
  network: NetworkInstruments,
  { network: choice, readings }: Pick<RigSettings, "network" | "readings">,
): KeptNetworkInstrument[] => {
  const beside = ["mainsMeterId", "thermometerId"];
  return CHOSEN_ROLES.filter(
    ([key]) =>
      readings === "network instruments" ||
      (readings === "audio interface" && beside.includes(key)),
  ).flatMap(([key]) => chosen(network, choice[key]) ?? []);
};

/** The channels of the oscilloscope that read each output of the amplifier, one after another; with two for each, both its terminals. */
const readChannelsOf = (
  { firstChannel }: NetworkChoice,
  probe: RigSettings["probe"],
  { outputs, channels }: { outputs: number; channels: number },
): number[][] => {
  const width = probe === "two channels" ? 2 : 1;
  const count = Math.min(outputs, Math.floor((channels - firstChannel + 1) / width));
  return Array.from({ length: Math.max(0, count) }, (_, k) =>
    Array.from({ length: width }, (__, side) => firstChannel + width * k + side),
  );
};

/** How a run is made between instruments of the network, or what is missing for it. */
export const networkRunOn = (
  network: NetworkInstruments,
  { network: choice, audio, probe }: Pick<RigSettings, "network" | "audio" | "probe">,
  outputs: number,
): Outcome<NetworkRun> => {
  const generator = chosen(network, choice.generatorId);
  const oscilloscope = chosen(network, choice.oscilloscopeId);
  if (!generator) return missing("no generator is chosen to drive the amplifier.");
  if (!oscilloscope) return missing("no oscilloscope is chosen to measure the loads.");
  const meters = {
    voltmeter: chosen(network, choice.voltmeterId),
    mainsMeter: chosen(network, choice.mainsMeterId),
    thermometer: chosen(network, choice.thermometerId),
  };
  const silent = [generator, oscilloscope, ...Object.values(meters)].find(
    (each) => each?.identity === "",
  );
  if (silent)
    return missing(
      `${silent.name} has not responded yet. Enter its address and test the connection.`,
    );
  const channels = oscilloscope.profile.numbers.channelCount;
  const readChannels = readChannelsOf(choice, probe, { outputs, channels });
  if (readChannels.length === 0)
    return missing(
      `${oscilloscope.name} has ${channels} channels, too few from channel ${choice.firstChannel} on.`,
    );
  const { sourceChannel } = choice;
  if (sourceChannel !== null && sourceChannel > channels)
    return missing(`${oscilloscope.name} has no channel ${sourceChannel} for the input.`);
  if (sourceChannel !== null && readChannels.flat().includes(sourceChannel))
    return missing(
      `channel ${sourceChannel} of ${oscilloscope.name} cannot measure the input and an output at once.`,
    );
  return success({
    generator,
    oscilloscope,
    meters,
    readChannels,
    sourceChannel,
    mostVoltsPeak: Math.SQRT2 * audio.mostVoltsRms,
    riseDbPerSecond: audio.riseDbPerSecond,
    mainsHz: audio.mainsHz,
  });
};

/**
 * The mains meter and the thermometer that look on while an audio interface plays; undefined where there are none. Its level is its own:
 * a voltmeter has nothing to add.
 */
export const metersBeside = (
  network: NetworkInstruments,
  { mainsMeterId, thermometerId }: NetworkChoice,
): NetworkRun["meters"] | undefined => {
  const answering = (id: string | null) => {
    const found = chosen(network, id);
    return found && found.identity !== "" ? found : null;
  };
  const meters = {
    voltmeter: null,
    mainsMeter: answering(mainsMeterId),
    thermometer: answering(thermometerId),
  };
  return meters.mainsMeter || meters.thermometer ? meters : undefined;
};

/** Whether one of the meters stands in for one: what it tells is worked out. */
export const hasStandIn = (meters: NetworkRun["meters"] | undefined): boolean =>
  Object.values(meters ?? {}).some((each) => each !== null && isStandIn(each.identity));

/** Whether anything of it is worked out instead of measured: such a run counts as rehearsed. */
export const isRehearsedBy = ({ generator, oscilloscope, meters }: NetworkRun): boolean =>
  isStandIn(generator.identity) || isStandIn(oscilloscope.identity) || hasStandIn(meters);

/** A range is chosen this far above what it is to hold. */
const RANGE_OVER_PEAK = 1.3;

/**
 * What the steps of its converter leave beside a tone that fills its range: no less distortion than this can be seen.
 * @see W. R. Bennett, Spectra of quantized signals, Bell System Technical Journal 27, 1948: a step over the square root of twelve. From memory.
 */
export const scopeFloorRatio = ({ oscilloscope }: Pick<NetworkRun, "oscilloscope">): number => {
  const step = 2 / 2 ** oscilloscope.profile.numbers.bits;
  return step / Math.sqrt(12) / (1 / (RANGE_OVER_PEAK * Math.SQRT2));
};

/** The instruments that a role may be filled with. */
export const instrumentsFor = (
  { instruments }: NetworkInstruments,
  role: NetworkRole,
): KeptNetworkInstrument[] => instruments.filter(({ profile }) => profile.role === role);
