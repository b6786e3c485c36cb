import { ROLE_FACTS, type InstrumentProfile } from "@/core/scpi";
import { parseNumber } from "@/core/units";
import type { KeptNetworkInstrument, NetworkInstruments } from "@/records";

/** An instrument while it is typed: numbers are texts until they are read. */
export type InstrumentDraft = {
  id: string;
  name: string;
  identity: string;
  profile: Omit<InstrumentProfile, "numbers"> & { numbers: Readonly<Record<string, string>> };
  /** A day, or nothing. */
  calibratedOn: string;
  calibrationMonths: string;
};

const isPercent = (profile: Pick<InstrumentProfile, "role">, name: string): boolean =>
  ROLE_FACTS[profile.role].numbers[name]?.unit === "%";

export const asDrafts = ({
  instruments,
}: Pick<NetworkInstruments, "instruments">): readonly InstrumentDraft[] =>
  instruments.map(({ id, name, identity, profile, calibratedOn, calibrationMonths }) => ({
    id,
    name,
    identity,
    profile: {
      ...profile,
      numbers: Object.fromEntries(
        Object.entries(profile.numbers).map(([key, value]) => [
          key,
          isPercent(profile, key) ? String(Number((100 * value).toPrecision(6))) : String(value),
        ]),
      ),
    },
    calibratedOn: calibratedOn ?? "",
    calibrationMonths: calibrationMonths ? String(calibrationMonths) : "",
  }));

/** What was typed, read; a number that is none stays one that the schema names beside its field. */
export const readDraft = ({
  id,
  name,
  identity,
  profile,
  calibratedOn,
  calibrationMonths,
}: InstrumentDraft): KeptNetworkInstrument => ({
  id,
  name,
  identity,
  profile: {
    ...profile,
    numbers: Object.fromEntries(
      Object.entries(profile.numbers).map(([key, text]) => {
        const value = parseNumber(text) ?? NaN;
        return [key, isPercent(profile, key) ? value / 100 : value];
      }),
    ),
  },
  calibratedOn: calibratedOn === "" ? undefined : calibratedOn,
  calibrationMonths:
    calibrationMonths.trim() === "" ? undefined : (parseNumber(calibrationMonths) ?? NaN),
});
