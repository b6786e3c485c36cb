import type { Run } from "./run";

/** Which channels of a recording, from 0, are the outputs of a run, in their order, and which is the amplifier's input. */
export type RecordedLayout = {
  outputs: readonly number[];
  input: number | null;
  /** It follows from how the run was made or from what was said; else it is only likely. */
  isSure: boolean;
};

/**
 * As the reviewer said it; else in order, behind the input where the recording has more channels than the run.
 * @param channelCount of the recording
 */
export const recordedLayout = (
  { source, conditions }: Pick<Run, "source" | "conditions">,
  channelCount: number,
): RecordedLayout => {
  const { channels, inputFileChannel = null } = conditions;
  const said = channels.flatMap(({ fileChannel }) => fileChannel ?? []);
  if (said.length === channels.length)
    return { outputs: said, input: inputFileChannel, isSure: true };
  const first = Math.max(0, channelCount - channels.length);
  return {
    outputs: channels.map((_, k) => first + k),
    input: first > 0 ? 0 : null,
    isSure: source === "simulated-bench" || first === 0,
  };
};
