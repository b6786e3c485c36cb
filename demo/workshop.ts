import {
  emptyDocument,
  type Details,
  type Instruments,
  type LoadDraft,
  type ResistorRecord,
  type Resistors,
  type RigSettings,
  type Room,
} from "@/records";

const tube = (
  name: string,
  readOhms: number,
  given: Partial<ResistorRecord> = {},
): ResistorRecord => ({
  id: name.toLowerCase(),
  name,
  readOhms,
  leadOhms: 0.06,
  ohmsExpandedUncertainty: 0.02,
  ratedWatts: 200,
  construction: "wire-wound",
  cooling: "free air",
  overloadRatio: 10,
  overloadSeconds: 5,
  perCelsius: 1e-4,
  henries: 8e-6,
  timeConstantSeconds: null,
  condition: "",
  photo: null,
  ...given,
});
const cased = {
  construction: "metal-cased",
  cooling: "heat sink",
  ratedWatts: 100,
  overloadRatio: 5,
  perCelsius: 5e-5,
  henries: 2e-6,
} as const;

/** The invented reviewer's resistors. */
export const DEMO_RESISTORS: Resistors = {
  resistors: [
    tube("R1", 8.27),
    tube("R2", 8.24),
    tube("R3", 8.22),
    tube("R4", 8.18),
    tube("R5", 8.3),
    tube("R6", 8.26),
    tube("C1", 4.08, cased),
    tube("C2", 4.1, cased),
    tube("C3", 2.27, {
      ...cased,
      ratedWatts: 50,
      cooling: "free air",
      condition: "its sink is lent out",
    }),
    tube("C4", 15.9, { ...cased, ratedWatts: 50 }),
  ],
};

/** Their ohms, by name, with the leads taken off. */
const resistorOf = (name: string) => {
  const record = DEMO_RESISTORS.resistors.find((each) => each.name === name);
  if (!record) throw new Error(`no demo resistor ${name}`);
  const {
    readOhms,
    leadOhms,
    ohmsExpandedUncertainty,
    id: _,
    condition: __,
    photo: ___,
    ...rest
  } = record;
  return {
    ...rest,
    timeConstantSeconds: rest.timeConstantSeconds ?? null,
    ohms: readOhms - leadOhms,
    ohmsStdUncertainty: ohmsExpandedUncertainty / 2,
  };
};

const single = (name: string) => ({
  network: { kind: "resistor" as const, index: 0 },
  resistors: [resistorOf(name)],
});
const pairOf = (first: string, second: string) => ({
  network: {
    kind: "parallel" as const,
    parts: [
      { kind: "resistor" as const, index: 0 },
      { kind: "resistor" as const, index: 1 },
    ],
  },
  resistors: [resistorOf(first), resistorOf(second)],
});

const instrument = (
  given: Partial<Instruments["instruments"][number]> &
    Pick<Instruments["instruments"][number], "id" | "role" | "name">,
) => ({
  accuracyRatio: 0.01,
  digits: 0,
  resolution: 0,
  bandwidthHz: null,
  most: null,
  inputOhms: null,
  ...given,
});

/** The invented reviewer's instruments. */
export const DEMO_INSTRUMENTS: Instruments = {
  instruments: [
    instrument({ id: "source", role: "source", name: "Bench player", most: 2.2 }),
    instrument({
      id: "converter",
      role: "converter",
      name: "Two-channel recorder",
      most: 5.2,
      inputOhms: 10_000,
    }),
    instrument({
      id: "meter",
      role: "voltmeter",
      name: "Yellow bench meter",
      accuracyRatio: 0.005,
      digits: 3,
      resolution: 0.01,
      bandwidthHz: 1000,
      inputOhms: 1e7,
      calibratedOn: "2026-03-04",
      calibrationMonths: 24,
    }),
    instrument({
      id: "ohms",
      role: "ohmmeter",
      name: "Four-wire meter",
      accuracyRatio: 0.001,
      digits: 2,
      resolution: 0.001,
      calibratedOn: "2025-10-20",
      calibrationMonths: 12,
    }),
  ],
};

const built = (name: string) => ({
  ohms: resistorOf(name).ohms,
  ohmsExpandedUncertainty: 0.02,
  network: single(name),
});
const parallel = (first: string, second: string) => {
  const ohms = 1 / (1 / resistorOf(first).ohms + 1 / resistorOf(second).ohms);
  return {
    ohms: Math.round(1000 * ohms) / 1000,
    ohmsExpandedUncertainty: 0.015,
    network: pairOf(first, second),
  };
};

/** The loads that stand in the workshop. */
export const DEMO_LOADS = {
  eight: { nominalOhms: 8, channels: [built("R1"), built("R2")] },
  four: { nominalOhms: 4, channels: [parallel("R3", "R4"), parallel("R5", "R6")] },
  "five of eight": {
    nominalOhms: 8,
    channels: ["R1", "R2", "R3", "R4", "R5"].map((name) => built(name)),
  },
} satisfies Record<string, LoadDraft>;

export const DEMO_ROOM: Room = { celsius: 22.5, at: null };

/** A rig whose calibration was read; nothing is confirmed for the reader yet. */
export const DEMO_RIG: RigSettings = {
  ...emptyDocument("rig"),
  rigName: "Bench rig",
  upperOhms: 7500,
  lowerOhms: 1000,
  meterVoltsRms: 20.04,
  meterHz: 200,
  recordedRatio: 0.5892,
  loop: {
    thdPlusNoiseRatio: 2.2e-5,
    thdRatio: 8e-6,
    frequencyHz: 1000,
    at: "2026-11-24T09:30:00.000Z",
  },
};

export const details = (given: Partial<Details>): Details => ({
  ...emptyDocument("details"),
  ...given,
});
