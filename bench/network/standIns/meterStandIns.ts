import { wordAsNumber, outOfRange, switchOf, type Command } from "./commands";
import type { SharedBench } from "./SharedBench";
import type { Clock } from "./clock";

/** How long a meter takes for a reading. */
const READ_SECONDS = 0.02;
/** Where the probes of the logger are. */
const PROBES = { 101: "sink", 102: "case", 103: "load" } as const;

/** A voltmeter across the first load. */
export const voltmeterCommands = (bench: SharedBench, clock: Clock): readonly Command[] => [
  ["CONFigure:VOLTage:AC", () => {}],
  [
    "READ?",
    async () => {
      await clock.take(READ_SECONDS);
      return bench.voltsRms().toExponential(6);
    },
  ],
];

/** A power meter between the mains and the amplifier. */
export const mainsMeterCommands = (bench: SharedBench): readonly Command[] => [
  ["MEASure:POWer:AC?", () => bench.now.mains.watts.toFixed(2)],
  ["MEASure:CURRent:AC?", () => bench.now.mains.amperesRms.toFixed(4)],
];

/** A logger with probes at the sink, the case and the first load. */
export const thermometerCommands = (bench: SharedBench): readonly Command[] => [
  [
    "MEASure:TEMPerature?",
    ({ words: [list] }) => {
      const { temperatures, loadCelsius } = bench.now;
      const probe = PROBES[Number(/\d+/.exec(list ?? "")?.[0]) as keyof typeof PROBES];
      if (!probe) throw outOfRange();
      const celsius = {
        sink: temperatures.sinkCelsius,
        case: temperatures.caseCelsius,
        load: Math.max(...loadCelsius),
      };
      return celsius[probe].toFixed(2);
    },
  ],
];

const MOST = { volts: 60, amperes: 10 };

/** A supply beside the bench: it keeps what it is set to, and shows it as if nothing hung on it. */
export const supplyCommands = (): readonly Command[] => {
  let volts = 0,
    isOn = false;
  const within = (value: number, most: number): number => {
    if (!(value >= 0 && value <= most)) throw outOfRange();
    return value;
  };
  return [
    [
      "SOURce:VOLTage[:LEVel][:IMMediate][:AMPLitude]",
      (given) => void (volts = within(wordAsNumber(given), MOST.volts)),
    ],
    [
      "SOURce:CURRent[:LEVel][:IMMediate][:AMPLitude]",
      (given) => void within(wordAsNumber(given), MOST.amperes),
    ],
    ["OUTPut[:STATe]", (given) => void (isOn = switchOf(given))],
    ["OUTPut[:STATe]?", () => (isOn ? "1" : "0")],
    ["MEASure:VOLTage:DC?", () => (isOn ? volts : 0).toFixed(3)],
    ["MEASure:CURRent:DC?", () => "0.000"],
  ];
};
