import { RUN_KINDS } from "@/core/run";
import { numbersIn, settingError, settingsFrom, settingTexts } from "./settingsForm";

const { fields } = RUN_KINDS.spectrum;

test("default setting every kind's settings are valid, and read back none", () => {
  for (const definition of Object.values(RUN_KINDS))
    expect(settingsFrom(definition.fields, settingTexts(definition.fields))).toEqual(
      Object.fromEntries(definition.fields.map(({ name, initial }) => [name, initial])),
    );
});

test("numbers as people at a bench write them; nonsense and what is out of range are reported", () => {
  const texts = { ...settingTexts(fields), frequencyHz: "1k", watts: "0,5" };
  expect(settingsFrom(fields, texts)).toMatchObject({ frequencyHz: 1000, watts: 0.5 });
  const frequency = fields.find(({ name }) => name === "frequencyHz");
  if (!frequency) throw new Error("the field is gone");
  expect(settingError(frequency, "loud")).toBe("Enter a number from 10 to 20000 Hz.");
  expect(settingError(frequency, "50k")).toBe("From 10 to 20000 Hz.");
  expect(settingsFrom(fields, { ...texts, frequencyHz: "loud" })).toBeNull();
});

test("lists", () => {
  expect(numbersIn("20, 100 1k;10k")).toEqual([20, 100, 1000, 10_000]);
  expect(numbersIn("20, loud")).toBeNull();
  expect(numbersIn("")).toEqual([]);
});
