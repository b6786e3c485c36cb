import { formatWithUnit } from "@/core/units";
import type { ScpiClient } from "./ScpiClient";

/** What a supply shows. */
export type SupplyReading = { volts: number; amperes: number; isOn: boolean };

/** A programmable supply, by hand. Each setting is taken, or it is not switched on. */
export class ProgrammableSupply {
  constructor(private readonly scpi: ScpiClient) {}

  /**
   * Sets volts and the limit of the current, and only then switches on.
   * @throws {RangeError} on what lies beyond its most, or is not above zero
   * @throws {InstrumentFault} where it does not take one of them; its output is as it was then
   */
  async on({ volts, amperes }: { volts: number; amperes: number }): Promise<void> {
    const { scpi } = this;
    within("volts", volts, { most: scpi.number("mostVolts"), unit: "V" });
    within("amperes", amperes, { most: scpi.number("mostAmperes"), unit: "A" });
    await scpi.say("volts", { volts });
    await scpi.say("amperes", { amperes });
    await scpi.say("outputOn");
  }

  async off(): Promise<void> {
    await this.scpi.say("outputOff");
  }

  /** @throws {InstrumentFault} */
  async read(): Promise<SupplyReading> {
    const { scpi } = this;
    return {
      volts: await scpi.ask("voltsNow"),
      amperes: await scpi.ask("amperesNow"),
      isOn: (await scpi.ask("outputNow")) !== 0,
    };
  }
}

const within = (
  name: string,
  value: number,
  { most, unit }: { most: number; unit: string },
): void => {
  if (!(value > 0 && value <= most))
    throw new RangeError(`${name} must be above 0 and at most ${formatWithUnit(most, unit)}`);
};
