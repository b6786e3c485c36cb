import type { Capture } from "@/bench/contract";
import type { RunDraft } from "@/records";

/** A failure with a sentence for the screen. */
export class UploadFailed extends Error {}

const answerOf = async (request: Promise<Response>): Promise<unknown> => {
  let response: Response;
  try {
    response = await request;
  } catch {
    throw new UploadFailed("The server did not answer. Your file and figures are still here: start the server again and retry.");
  }
  const body: unknown = await response.json().catch(() => null);
  if (response.ok) return body;
  const message = typeof body === "object" && body !== null && "message" in body ? String(body.message) : `The server refused (${response.status}). Try again.`;
  throw new UploadFailed(message);
};

/**
 * Stores the capture first, then the run that refers to it; a run is so never without its capture.
 * @returns the id of the stored run
 * @throws {UploadFailed} with what to do
 */
export const uploadRun = async (amplifierId: string, capture: Pick<Capture, "fileName" | "fullScaleVolts"> & { bytes: Blob }, run: Omit<RunDraft, "captures">, signal: AbortSignal): Promise<string> => {
  const { sha256 } = (await answerOf(fetch("/api/captures", { method: "PUT", body: capture.bytes, headers: { "content-type": "application/octet-stream" }, signal }))) as { sha256: string };
  const draft: RunDraft = { ...run, captures: [{ sha256, fileName: capture.fileName, fullScaleVolts: capture.fullScaleVolts }] };
  const { id } = (await answerOf(fetch(`/api/amplifiers/${amplifierId}/runs`, { method: "POST", body: JSON.stringify(draft), headers: { "content-type": "application/json" }, signal }))) as { id: string };
  return id;
};
