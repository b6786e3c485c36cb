import { columnUnit, type ColumnQuantity } from "./columnUnit";

/** Headings as oscilloscopes, loggers and simulators print them, and what a bench engineer reads in each. */
const STATED: readonly (readonly [string, ColumnQuantity, number])[] = [
  ["Time (s)", "time", 1],
  ["Time [ms]", "time", 1e-3],
  ["t/µs", "time", 1e-6],
  ["t/μs", "time", 1e-6],
  ["time_us", "time", 1e-6],
  ["Zeit, ns", "time", 1e-9],
  ["Time in milliseconds", "time", 1e-3],
  ["seconds", "time", 1],
  ["sec", "time", 1],
  ["CH1 (V)", "volts", 1],
  ["CH2 [mV]", "volts", 1e-3],
  ["Spannung, kV", "volts", 1e3],
  ["Vout: Vpk", "volts", 1],
  ["Output_Vrms", "volts", 1],
  ["Output in millivolts", "volts", 1e-3],
  ["Volts", "volts", 1],
  ["Supply current (mA)", "amperes", 1e-3],
  ["I [A]", "amperes", 1],
  ["Power (W)", "watts", 1],
  ["Frequency (kHz)", "hertz", 1e3],
  ["f [MHz]", "hertz", 1e6],
  ["omega (rad/s)", "radians-a-second", 1],
  ["Gain (dB)", "decibels", 1],
  ["Level, dBV", "decibels", 1],
  ["Gain (V/V)", "ratio", 1],
  ["Phase (deg)", "degrees", 1],
  ["Phase [°]", "degrees", 1],
  ["Phase [rad]", "radians", 1],
  ["Heat sink (°C)", "celsius", 1],
  ["Heat sink [° F]", "fahrenheit", 1],
];

test.each(STATED)("the heading %j states %s, times %d", (heading, quantity, scale) => {
  expect(columnUnit(heading)).toEqual({ quantity, scale, isStated: true });
});

/** A name without a unit tells the quantity; the scale of one stays a guess that is asked about. */
const NAMED: readonly (readonly [string, ColumnQuantity])[] = [
  ["Time", "time"],
  ["Zeit", "time"],
  ["Temps", "time"],
  ["Tempo", "time"],
  ["Tijd", "time"],
  ["Frequenz", "hertz"],
  ["Fréquence", "hertz"],
  ["Phase", "degrees"],
  ["Spannung", "volts"],
  ["Channel 1", "volts"],
  ["Kanal A", "volts"],
  ["Strom", "amperes"],
  ["Courant", "amperes"],
  ["Sample", "number"],
  ["#", "number"],
  ["Output A", "unknown"],
  ["Left", "unknown"],
  ["", "unknown"],
];

test.each(NAMED)("the heading %j names %s and states no scale", (heading, quantity) => {
  expect(columnUnit(heading)).toEqual({ quantity, scale: 1, isStated: false });
});
