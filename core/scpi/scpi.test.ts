import fc from "fast-check";
import { success } from "../outcome";
import type { SAMPLE_FORMATS } from ".";
import {
  AnswerReader,
  answerItems,
  blockHeader,
  checkProfile,
  commandMistake,
  GENERIC_PROFILES,
  NETWORK_ROLES,
  MalformedAnswer,
  packedWave,
  parseAnswerNumber,
  profileMistakes,
  readCommand,
  samplesInVolts,
  sentNumber,
  type InstrumentProfile,
} from ".";

const bytes = (text: string) => new TextEncoder().encode(text);
const number = (text: string) => {
  const outcome = parseAnswerNumber(text, "Meter");
  return outcome.ok ? outcome.value : outcome.finding.advice;
};

describe("numbers as instruments answer them", () => {
  // IEEE 488.2-1992, section 8.7: NR1, NR2, NR3, and numbers with a base of their own. From memory.
  test.each([
    ["+1", 1],
    ["-42", -42],
    ["+1.0", 1],
    [".5", 0.5],
    ["4.", 4],
    ["+1.234E+01", 12.34],
    ["-2.83e0", -2.83],
    [" 7 ", 7],
    ["#HFF", 255],
    ["#q17", 15],
    ["#B101", 5],
  ])("%s", (text, value) => expect(number(text)).toBeCloseTo(value, 12));

  // SCPI-99, volume 1, section 7.2.1: infinity is 9.9E37, what is not a number 9.91E37.
  test.each([
    ["9.9E37", "overrange"],
    ["-9.9E+37", "overrange"],
    ["9.91E37", "no reading"],
    ["1e999", "overrange"],
    ["", "where a number was expected"],
    ["OVLD", "“OVLD” where a number"],
    ["1,2", "where a number was expected"],
    ["0x10", "where a number was expected"],
    ["NaN", "where a number was expected"],
    ["1 2", "where a number was expected"],
    ["\u0000\u0007", "“··”"],
  ])("%j is refused with what was found", (text, words) => expect(number(text)).toContain(words));

  test("what is sent is read back as it was, to nine digits", () =>
    fc.assert(
      fc.property(
        fc.double({ min: 1e-9, max: 1e9, noNaN: true }),
        fc.boolean(),
        (size, isBelow) => {
          const value = isBelow ? -size : size;
          const text = sentNumber(value);
          expect(text).toMatch(/^-?\d+(\.\d+)?(E[+-]?\d+)?$/);
          expect(Math.abs(Number(number(text)) / value - 1)).toBeLessThan(1e-8);
        },
      ),
    ));

  test("what is no number is never sent", () => {
    expect(() => sentNumber(NaN)).toThrow(RangeError);
    expect(() => sentNumber(Infinity)).toThrow(RangeError);
  });
});

test("items of an answer are parted at commas outside of quotes", () => {
  expect(answerItems('-113,"Undefined header; SOUR:VOLT, 1"')).toEqual([
    "-113",
    "Undefined header; SOUR:VOLT, 1",
  ]);
  expect(answerItems('"a ""b"" c", 2 ,')).toEqual(['a "b" c', "2", ""]);
  expect(answerItems("")).toEqual([""]);
});

/** An answer in pieces, as a network may cut it. */
const read = (expected: "line" | "block", ...pieces: readonly Uint8Array[]) => {
  const reader = new AnswerReader(expected);
  for (const piece of pieces) reader.push(piece);
  return reader.take();
};
const text = (answer: Uint8Array) => new TextDecoder("latin1").decode(answer);

describe("answers put together from pieces", () => {
  test("a line ends with a newline, with or without a return before it", () => {
    expect(text(read("line", bytes("1.0E0\n")))).toBe("1.0E0");
    expect(text(read("line", bytes("1.0"), bytes("E0\r"), bytes("\n")))).toBe("1.0E0");
  });

  test("a block is as long as it says, whatever bytes are in it, newlines too", () => {
    // The example of IEEE 488.2-1992, section 8.7.9: two digits tell ten bytes. From memory.
    expect(text(read("block", bytes("#210ab\ncd\r#3ef\n")))).toBe("ab\ncd\r#3ef");
    expect(read("block", bytes("#10\n")).length).toBe(0);
    expect(text(read("block", bytes("#13abc\r\n")))).toBe("abc");
  });

  test.each([
    ["line", "1\n2\n", "two responses"],
    ["line", "x".repeat(70_000), "without a terminator"],
    ["block", "1.5\n", "text where a block"],
    ["block", "#0abc\n", "has no length"],
    ["block", "#A12\n", "no valid header"],
    ["block", "#2x1ab\n", "no valid header"],
    ["block", "#9999999999", "more than the limit"],
    ["block", "#13abcd\n", "longer than announced"],
    ["block", "#13abc\n\n", "longer than announced"],
    ["block", "#13abc", "cut off"],
    ["line", "1.5", "cut off"],
  ] as const)("as %s, %j is refused", (expected, sent, words) => {
    expect(() => read(expected, bytes(sent))).toThrow(MalformedAnswer);
    expect(() => read(expected, bytes(sent))).toThrow(words);
  });

  test("what is cut anywhere comes out the same", () =>
    fc.assert(
      fc.property(
        fc.uint8Array({ maxLength: 300 }),
        fc.array(fc.nat({ max: 320 }), { maxLength: 6 }),
        (data, cuts) => {
          const sent = new Uint8Array([...bytes(blockHeader(data.length)), ...data, 0x0a]);
          const at = [0, ...cuts.map((cut) => cut % sent.length), sent.length].sort(
            (a, b) => a - b,
          );
          const pieces = at.slice(1).map((end, k) => sent.subarray(at[k], end));
          expect(read("block", ...pieces)).toEqual(data);
        },
      ),
    ));

  test("10,000 malformed answers: each is refused or read, none hangs, grows or throws anything else", () => {
    const fragment = fc.oneof(
      fc.uint8Array({ maxLength: 40 }),
      fc
        .constantFrom(
          "#",
          "#0",
          "#9",
          "#3100",
          "#212",
          "\n",
          "\r\n",
          "9.9E37",
          '"',
          ",",
          "+1E",
          "-113,",
        )
        .map(bytes),
    );
    let refused = 0;
    fc.assert(
      fc.property(
        fc.constantFrom("line" as const, "block" as const),
        fc.array(fragment, { maxLength: 8 }),
        (expected, pieces) => {
          const reader = new AnswerReader(expected);
          try {
            for (const piece of pieces) reader.push(piece);
            if (reader.isWhole) {
              const answer = reader.take();
              for (const item of answerItems(text(answer)))
                expect(typeof number(item)).toMatch(/number|string/);
            } else expect(() => reader.take()).toThrow(MalformedAnswer);
          } catch (error) {
            expect(error).toBeInstanceOf(MalformedAnswer);
            refused++;
          }
          expect(reader.count).toBeLessThanOrEqual(8 * 40);
        },
      ),
      { numRuns: 10_000 },
    );
    expect(refused).toBeGreaterThan(1000);
  });
});

describe("samples", () => {
  const scale = { increment: 0.5, origin: 1, reference: 2 };
  const volts = (block: readonly number[], format: (typeof SAMPLE_FORMATS)[number]) => {
    const outcome = samplesInVolts(new Uint8Array(block), format, scale, "Scope");
    return outcome.ok ? [...outcome.value] : outcome.finding.advice;
  };

  // Two's complement and unsigned integers, and IEEE 754 single precision: 0x40400000 is 3.
  test.each([
    [[0xfe, 4], "8 bits, signed", [-1, 2]],
    [[0xfe], "8 bits, from 0", [127]],
    [[0xfe, 0xff], "16 bits, signed, low byte first", [-1]],
    [[0xff, 0xfe], "16 bits, signed, high byte first", [-1]],
    [[0x02, 0x01], "16 bits, from 0, low byte first", [129]],
    [[0x01, 0x02], "16 bits, from 0, high byte first", [129]],
    [[0, 0, 0x40, 0x40], "float, 4 bytes, low byte first", [1.5]],
    [[0x40, 0x40, 0, 0], "float, 4 bytes, high byte first", [1.5]],
  ] as const)("%j as %s", (block, format, expected) =>
    expect(volts(block, format)).toEqual(expected),
  );

  test("half a sample, none, or what is no number are refused", () => {
    expect(volts([1, 2, 3], "16 bits, signed, low byte first")).toContain("not a multiple of");
    expect(volts([], "8 bits, signed")).toContain("not a multiple of");
    expect(volts([0, 0, 0xc0, 0x7f], "float, 4 bytes, low byte first")).toContain("not numbers");
  });

  test("a waveform is sent so that it is read back", () =>
    expect(
      samplesInVolts(
        packedWave(new Float64Array([1, -0.5, 0])),
        "float, 4 bytes, low byte first",
        { increment: 1, origin: 0, reference: 0 },
        "",
      ),
    ).toEqual(success(new Float64Array([1, -0.5, 0]))));
});

describe("profiles", () => {
  test.each(NETWORK_ROLES)("the one that ships for a %s holds", (role) => {
    expect(profileMistakes(GENERIC_PROFILES[role])).toEqual({});
    expect(checkProfile(GENERIC_PROFILES[role])).toEqual(success(GENERIC_PROFILES[role]));
  });

  test("an arrow says which items of an answer count", () => {
    expect(readCommand("A 1\n\n  B? -> 8, 9,10 ")).toEqual({
      lines: ["A 1", "B?"],
      picks: [8, 9, 10],
    });
    expect(() => readCommand("B? -> x")).toThrow(RangeError);
    expect(() => readCommand("B? -> 0")).toThrow(RangeError);
    expect(() => readCommand("B? ->")).toThrow(RangeError);
  });

  test.each([
    ["generator", "sine", "", "needed for any measurement"],
    ["generator", "sweep", "", null],
    ["generator", "sine", "FREQ {hertz}\nVOLT {volts}", "{volts} is not filled in"],
    ["generator", "start", "*TRG {output}", "remove {output}"],
    ["generator", "outputOn", "OUTP{output}?", "This is not a query"],
    ["generator", "outputNow", "OUTP{output}", "must end with a query"],
    ["generator", "outputNow", "OUTP{output}?\nOUTP{output}?", "Only the last line"],
    ["oscilloscope", "scale", "PRE? -> 8, 9", "3 response items"],
    ["oscilloscope", "rangeNow", "RANG? -> 2, 3", "One response item"],
    ["oscilloscope", "samples", "DATA? -> 1", "No response item"],
    ["oscilloscope", "scale", "PRE? -> a", "does not select items"],
    ["voltmeter", "read", "REÄD?", "ASCII characters"],
    ["voltmeter", "read", `READ?${" ".repeat(600)}`, "under 500"],
    ["voltmeter", "fly", "FLY", "does not have this command"],
  ] as const)("%s, %s: %j", (role, name, command, words) => {
    const mistake = commandMistake(role, name, command);
    if (words === null) expect(mistake).toBeNull();
    else expect(mistake).toContain(words);
  });

  test("a number outside of its span is named where it is", () => {
    const profile: InstrumentProfile = {
      ...GENERIC_PROFILES.oscilloscope,
      numbers: { ...GENERIC_PROFILES.oscilloscope.numbers, bits: 3, probeFactor: NaN },
    };
    expect(Object.keys(profileMistakes(profile))).toEqual(["numbers.bits", "numbers.probeFactor"]);
    const checked = checkProfile(profile);
    expect(!checked.ok && checked.finding.where).toContain("Bits of its converter");
  });
});
