import { passageOf, soughtWords } from "./lookedFor";

test.each([
  ["", []],
  ["relay clicks", ["relay", "clicks"]],
  ['"relay clicks" 40', ["relay clicks", "40"]],
  ["“left sink” hot", ["left sink", "hot"]],
  ['an "open end', ["an", "open end"]],
  ['"" x', ["x"]],
])("words of %j", (find, words) => {
  expect(soughtWords(find)).toEqual(words);
});

const LOG = {
  place: "Logbook" as const,
  text: "Set up on the bench.\nThe relay clicks once at forty watts, then the left channel is silent for a while and comes back by itself, every time.",
};
const NOTES = { place: "Brief" as const, text: "Café find; new relay in 2019." };

test("the passage that tells most, with what was sought set apart, one line of it", () => {
  expect(passageOf([NOTES, LOG], ["relay", "click"])).toEqual({
    place: "Logbook",
    parts: [
      "The ",
      "relay",
      " ",
      "click",
      "s once at forty watts, then the left channel is silent …",
    ],
  });
});

test("whatever the case and the accents; only where a word begins", () => {
  expect(passageOf([NOTES], ["CAFE"])?.parts).toEqual(["", "Café", " find; new relay in 2019."]);
  expect(passageOf([NOTES], ["lay"])).toBeNull();
  expect(passageOf([LOG], ["every time"])?.parts.slice(1)).toEqual(["every time", "."]);
});

test("far into a long line it begins in the middle, and says so", () => {
  const [before, found] = passageOf([LOG], ["itself"])?.parts ?? [];
  expect(before).toMatch(/^… .{20,45}$/);
  expect(found).toBe("itself");
});
