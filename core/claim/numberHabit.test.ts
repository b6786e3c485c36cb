import { clarified, numberHabit } from "./numberHabit";

test.each([
  ["THD 0,02 %, 2 x 50 W", "decimal-comma"],
  ["THD 0.02 %, 20,000 Hz", "decimal-point"],
  ["Dauerleistung 1.200 W an 4 Ohm", "decimal-comma"],
  ["Puissance 2 x 60 W", "decimal-comma"],
  ["50 W into 8 ohms", "not-shown"],
])("%s: %s", (sheet, habit) => expect(numberHabit(sheet)).toBe(habit));

test.each([
  ["THD < 0,008 % (1 kHz, 50 W, 8 ohm)", "not-shown", "THD < 0.008 % (1 kHz, 50 W, 8 ohm)", []],
  ["THD 0,015 %", "decimal-point", "THD 0.015 %", []],
  ["THD 1,250 %", "not-shown", "THD 1.250 %", []],
  ["1.200 W an 4 Ohm", "decimal-comma", "1200 W an 4 Ohm", []],
  ["5 - 80.000 Hz", "decimal-comma", "5 - 80000 Hz", []],
  ["5 - 80.000 Hz", "not-shown", "5 - 80000 Hz", []],
  ["20 Hz - 20,000 Hz", "decimal-point", "20 Hz - 20000 Hz", []],
  ["20 Hz - 20,000 Hz", "not-shown", "20 Hz - 20000 Hz", []],
  ["1,000 W", "decimal-point", "1000 W", []],
  ["1,200 W", "decimal-point", "1200 W", []],
  ["1,200 W", "not-shown", "1200 W", []],
  ["1.200 W", "decimal-point", "1200 W", ["1.200"]],
  ["1.200 W", "not-shown", "1200 W", ["1.200"]],
  ["1,200 W", "decimal-comma", "1200 W", ["1,200"]],
  ["1.234,5 W", "not-shown", "1234.5 W", []],
  ["1,234.5 W", "not-shown", "1234.5 W", []],
  ["1,234,567 Hz", "not-shown", "1234567 Hz", []],
  ["0,25 % and 7,5 W", "decimal-comma", "0.25 % and 7.5 W", []],
  ["4, 8 or 16 ohm", "not-shown", "4, 8 or 16 ohm", []],
  ["2,5 kHz", "not-shown", "2.5 kHz", []],
  ["2.125 kHz", "not-shown", "2.125 kHz", []],
  // A full stop, or a comma before the next claim, belongs to the sentence.
  ["Klirrfaktor 0,008, 50 W an 8 Ohm", "decimal-comma", "Klirrfaktor 0.008, 50 W an 8 Ohm", []],
  ["von 5 bis 80.000.", "decimal-comma", "von 5 bis 80000.", []],
  ["1.234,5, gemessen", "not-shown", "1234.5, gemessen", []],
  ["up to 1,234,567.", "not-shown", "up to 1234567.", []],
  ["unter 0,25, immer", "decimal-comma", "unter 0.25, immer", []],
] as const)("“%s” (%s) is “%s”", (line, habit, text, ambiguous) =>
  expect(clarified(line, habit)).toEqual({ text, ambiguous }),
);
