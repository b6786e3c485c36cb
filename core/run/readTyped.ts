import { failure, success, type Outcome } from "../outcome";
import { RUN_KINDS } from "./runKinds";
import type { TypedReadings } from "./types";
import type { ChannelConditions } from "../power";
import type { ChannelResult, RunKind } from "./types";

/**
 * A result from what was typed off a meter, channel by channel.
 * @returns a finding that names what is missing
 * Each kind names what its meter’s reading means.
 */
export const readTyped = (
  kind: RunKind,
  readings: readonly TypedReadings[],
  loads: readonly ChannelConditions[],
): Outcome<ChannelResult[]> => {
  const definition = RUN_KINDS[kind].typed;
  if (!definition)
    return failure(
      "no-samples",
      "Readings",
      "this run needs a recording; a meter reading is not enough.",
    );
  const channels: ChannelResult[] = [];
  for (const [index, each] of readings.entries()) {
    const missing = definition.required.find(
      (name) => !(typeof each[name] === "number" && (each[name] as number) > 0),
    );
    const nothing =
      definition.required.length === 0 && Object.values(each).every((value) => value === undefined);
    const asked = missing ?? (nothing ? definition.fields[0].name : null);
    const label = definition.fields.find(({ name }) => name === asked)?.label;
    if (label)
      return failure("no-samples", `Channel ${index + 1}`, `enter “${label}”, above zero.`);
    channels.push({
      ...definition.read(each, loads[index]),
      curves: [],
      bursts: [],
      stop: {
        reason: "operator",
        evidence: "Read from a meter; stopped by the reviewer.",
        picture: null,
      },
    });
  }
  return success(channels);
};
