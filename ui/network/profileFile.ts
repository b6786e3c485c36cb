import { failure, success, type Outcome } from "@/core/outcome";
import { checkProfile, ROLE_FACTS, type InstrumentProfile, type NetworkRole } from "@/core/scpi";

/** Stated in the file, so that another file is not taken for one. */
const FORMAT = "rimebank-instrument-profile";
const VERSION = 1;

/** A profile as a file, to hand on: it holds spelling and numbers, and no address. */
export const profileFile = ({
  role,
  title,
  commands,
  numbers,
  sampleFormat,
}: InstrumentProfile): string =>
  JSON.stringify(
    { format: FORMAT, version: VERSION, role, title, commands, numbers, sampleFormat },
    null,
    2,
  );

const notOne = failure(
  "bad-setting",
  "Profile",
  "this file is not an instrument profile. Export one here to see the format.",
);

const textsOf = (value: unknown, type: "string" | "number"): boolean =>
  typeof value === "object" &&
  value !== null &&
  Object.values(value).every((each) => typeof each === type);

/** Reads such a file. @returns a finding on anything else, on another role, and on the first thing in it that does not hold */
export const readProfileFile = (text: string, role: NetworkRole): Outcome<InstrumentProfile> => {
  let content: Partial<InstrumentProfile> & { format?: unknown; version?: unknown };
  try {
    content = JSON.parse(text) as typeof content;
  } catch {
    return notOne;
  }
  if (content?.format !== FORMAT || content.version !== VERSION) return notOne;
  const { commands, numbers, sampleFormat, title } = content;
  if (
    !commands ||
    !textsOf(commands, "string") ||
    !numbers ||
    !textsOf(numbers, "number") ||
    !sampleFormat
  )
    return notOne;
  if (content.role !== role)
    return failure(
      "bad-setting",
      "Profile",
      `this is a profile of another kind of instrument, not of a ${ROLE_FACTS[role].label.toLowerCase()}.`,
    );
  const checked = checkProfile({
    role,
    title: String(title ?? ""),
    commands,
    numbers,
    sampleFormat,
  });
  return checked.ok ? success(checked.value) : checked;
};
