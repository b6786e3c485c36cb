import { ScpiClient } from "./ScpiClient";
import type { NetworkInstrument, NetworkTurn } from "./link";

/** Instruments that look on: each is there or not. */
export type MeterSet = {
  voltmeter: NetworkInstrument | null;
  mainsMeter: NetworkInstrument | null;
  thermometer: NetworkInstrument | null;
};

/** Degrees Celsius; null where there is no probe. */
export type ProbeTemperatures = {
  sinkCelsius: number;
  caseCelsius: number | null;
  loadCelsius: number | null;
};

/** Those that are there. */
export const metersIn = ({ voltmeter, mainsMeter, thermometer }: MeterSet): NetworkInstrument[] =>
  [voltmeter, mainsMeter, thermometer].filter((each) => each !== null);

/** What they all show at a moment. */
export type MeterGlance = {
  /** Of the first channel; null without a voltmeter. */
  voltsRms: number | null;
  mains: { mainsWatts: number; mainsAmperes: number } | null;
  temperatures: ProbeTemperatures | null;
};

/** Temperatures change slowly, and a logger takes its time. */
const TEMPERATURES_EVERY_SECONDS = 1;

/** What is read of them while something else measures. */
export class NetworkMeters {
  private readonly voltmeter: ScpiClient | null;
  private readonly mainsMeter: ScpiClient | null;
  private readonly thermometer: ScpiClient | null;
  private warm: { at: number; temperatures: ProbeTemperatures | null } = {
    at: -Infinity,
    temperatures: null,
  };

  constructor(
    turn: NetworkTurn,
    set: MeterSet,
    private readonly now: () => number,
  ) {
    const client = (each: NetworkInstrument | null) => each && new ScpiClient(turn, each);
    this.voltmeter = client(set.voltmeter);
    this.mainsMeter = client(set.mainsMeter);
    this.thermometer = client(set.thermometer);
  }

  /** @throws {InstrumentFault} where another one answers than when it was asked first */
  async prepare(): Promise<void> {
    for (const each of [this.voltmeter, this.mainsMeter, this.thermometer]) {
      await each?.identify();
      await each?.say("prepare");
    }
  }

  /** A new level is shown within so long. */
  get settleSeconds(): number {
    return this.voltmeter?.number("settleSeconds") ?? 0;
  }

  /** What they all show now. @throws {InstrumentFault} */
  async glance(): Promise<MeterGlance> {
    return {
      voltsRms: this.voltmeter ? await this.voltmeter.ask("read") : null,
      mains: await this.mains(),
      temperatures: await this.temperatures(),
    };
  }

  /** What the voltmeter's reading is worth beside another; null without one. */
  vouching(): { name: string; accuracyRatio: number; bandwidthHertz: number } | null {
    const { voltmeter } = this;
    return (
      voltmeter && {
        name: voltmeter.name,
        accuracyRatio: voltmeter.number("accuracyRatio"),
        bandwidthHertz: voltmeter.number("bandwidthHertz"),
      }
    );
  }

  private async mains(): Promise<MeterGlance["mains"]> {
    const { mainsMeter } = this;
    return (
      mainsMeter && {
        mainsWatts: await mainsMeter.ask("watts"),
        mainsAmperes: await mainsMeter.ask("amperes"),
      }
    );
  }

  private async temperatures(): Promise<ProbeTemperatures | null> {
    const now = this.now();
    if (now - this.warm.at >= TEMPERATURES_EVERY_SECONDS)
      this.warm = { at: now, temperatures: await this.readTemperatures() };
    return this.warm.temperatures;
  }

  private async readTemperatures(): Promise<ProbeTemperatures | null> {
    const { thermometer } = this;
    if (!thermometer) return null;
    const at = async (which: string): Promise<number | null> => {
      const channel = thermometer.number(which);
      return channel > 0 ? thermometer.ask("celsius", { channel }) : null;
    };
    const sinkCelsius = await at("sinkChannel");
    return sinkCelsius === null
      ? null
      : { sinkCelsius, caseCelsius: await at("caseChannel"), loadCelsius: await at("loadChannel") };
  }
}
