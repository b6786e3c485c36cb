import type { Capture } from "@/bench/contract";
import type { RunCapture, RunDraft, UnderWay } from "@/records";

/** A failure with a sentence for the screen. */
export class UploadFailed extends Error {}

/** An answer may be lost on its way; what is asked here may be asked again, and is then done once all the same. */
const TRIES = 3;
const PAUSE_MS = 800;

const answered = async (ask: () => Promise<Response>, signal?: AbortSignal): Promise<Response> => {
  for (let attempt = 1; ; attempt++)
    try {
      return await ask();
    } catch (error) {
      if (attempt === TRIES || signal?.aborted) throw error;
      await new Promise((wake) => setTimeout(wake, PAUSE_MS));
    }
};

const answerOf = async (ask: () => Promise<Response>, signal?: AbortSignal): Promise<unknown> => {
  let response: Response;
  try {
    response = await answered(ask, signal);
  } catch (error) {
    if (signal?.aborted) throw error;
    throw new UploadFailed(
      "The server did not answer. Your file and figures are still here: start the server again and retry.",
    );
  }
  const body: unknown = await response.json().catch(() => null);
  if (response.ok) return body;
  const message =
    typeof body === "object" && body !== null && "message" in body
      ? String(body.message)
      : `The server refused (${response.status}). Try again.`;
  throw new UploadFailed(message);
};

const JSON_HEADERS = { "content-type": "application/json" };

/** Stores a recording; the same bytes are kept once. @throws {UploadFailed} with what to do */
export const uploadCapture = async (
  capture: Pick<Capture, "fileName" | "fullScaleVolts"> & { bytes: Blob },
  signal: AbortSignal,
): Promise<RunCapture> => {
  const { sha256 } = (await answerOf(
    () =>
      fetch("/api/captures", {
        method: "PUT",
        body: capture.bytes,
        headers: { "content-type": "application/octet-stream" },
        signal,
      }),
    signal,
  )) as { sha256: string };
  return { sha256, fileName: capture.fileName, fullScaleVolts: capture.fullScaleVolts };
};

/** Stores a run whose captures are there already. @returns its id @throws {UploadFailed} with what to do */
export const storeRun = async (
  amplifierId: string,
  run: RunDraft,
  signal: AbortSignal,
): Promise<string> => {
  const { id } = (await answerOf(
    () =>
      fetch(`/api/amplifiers/${amplifierId}/runs`, {
        method: "POST",
        body: JSON.stringify(run),
        headers: JSON_HEADERS,
        signal,
      }),
    signal,
  )) as { id: string };
  return id;
};

/**
 * Keeps how far the bench has got.
 * @param knownId the run under way that this window knows of; another window's is not put out of sight
 * @throws {UploadFailed} with what to do
 */
export const keepUnderWay = async (
  amplifierId: string,
  underWay: UnderWay,
  knownId: string | null,
): Promise<void> => {
  await answerOf(() =>
    fetch(`/api/amplifiers/${amplifierId}/under-way?after=${knownId ?? ""}`, {
      method: "PUT",
      body: JSON.stringify(underWay),
      headers: JSON_HEADERS,
      keepalive: JSON.stringify(underWay).length < 60_000,
    }),
  );
};

/** The bytes of a stored capture, or null when it is no longer there. */
export const fetchCapture = async (
  sha256: string,
  signal: AbortSignal,
): Promise<Uint8Array<ArrayBuffer> | null> => {
  const response = await fetch(`/api/captures/${sha256}`, { signal });
  return response.ok ? new Uint8Array(await response.arrayBuffer()) : null;
};
