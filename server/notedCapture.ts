import "server-only";
import { open } from "node:fs/promises";
import { createReadStream } from "node:fs";
import { recordingNote } from "@/core/files";
import { noteParts, readWavLayout } from "@/core/wav";
import { recordedLayout, type Run } from "@/records";

/** Enough for the header of any recording, whatever stands before its samples. */
const HEAD_BYTES = 64 * 1024;

/**
 * A capture with a note of what it is behind its samples, so that whoever reads it again need not say so: the bytes to send, in order.
 * Null where it has no room for one, or where nobody knows which of its channels is which; the capture is then sent as it is.
 * @param path where it lies
 * @param sha256 which of the run's captures it is
 */
export const notedCapture = async (
  path: string,
  sha256: string,
  run: Pick<Run, "kind" | "source" | "conditions" | "captures">,
): Promise<AsyncIterable<Uint8Array> | null> => {
  const { kind, conditions, captures } = run;
  const capture = captures.find((each) => each.sha256 === sha256);
  if (!capture) return null;
  const file = await open(path);
  const bytes = new Uint8Array(HEAD_BYTES);
  const [{ bytesRead }, { size }] = await Promise.all([
    file.read(bytes, 0, HEAD_BYTES, 0),
    file.stat(),
  ]).finally(() => file.close());
  const layout = readWavLayout(bytes.subarray(0, bytesRead), size);
  if (!layout.ok) return null;
  const { outputs, input, isSure } = recordedLayout(run, layout.value.channelCount);
  if (!isSure) return null;
  const parts = noteParts(
    bytes,
    size,
    recordingNote({
      kind,
      fullScaleVolts: capture.fullScaleVolts,
      nominalOhms: conditions.nominalOhms,
      loadOhms: conditions.channels.map(({ loadOhms }) => loadOhms),
      channelsDriven: conditions.channelsDriven,
      mainsHz: conditions.mainsHz,
      settings: conditions.settings ?? {},
      outputs,
      input,
      ...(conditions.setup && { setting: conditions.setting ?? "" }),
    }),
  );
  if (!parts) return null;
  return (async function* () {
    yield parts.head;
    yield* createReadStream(path, { start: parts.head.length });
    yield parts.tail;
  })();
};
