import type { Refused, Validated } from "@/records";

/** What the server answers when it has kept something. */
export type Kept = { id?: string; revision?: number; frame?: string | null };

const UNANSWERED =
  "The program does not respond. Your entries are still here; restart the program if it has stopped.";

/** Answers after which the same request may succeed: no room, a lock, a server that is just starting. */
const PASSING = [502, 503, 504, 507];

/**
 * Asks the server to keep or remove something. Never rejects: whatever went wrong is a sentence, beside the field that it belongs to
 * or under "" for the whole.
 */
export const send = (
  method: "POST" | "PUT" | "DELETE",
  path: string,
  body?: unknown,
): Promise<Validated<Kept>> =>
  answered(path, {
    method,
    ...(body === undefined
      ? {}
      : { body: JSON.stringify(body), headers: { "content-type": "application/json" } }),
  });

/** Hands a file to the server as it is; as `send` otherwise. */
export const sendFile = <T>(path: string, file: File): Promise<Validated<T>> =>
  answered(path, {
    method: "POST",
    body: file,
    headers: { "content-type": "application/octet-stream" },
  });

const answered = async <T>(path: string, request: RequestInit): Promise<Validated<T>> => {
  let response: Response;
  try {
    response = await fetch(path, request);
  } catch {
    return { ok: false, errors: { "": UNANSWERED }, mayRetry: true };
  }
  const answer = (await response.json().catch(() => null)) as (Answer & T) | null;
  if (response.ok) return { ok: true, value: answer ?? ({} as T) };
  return refusedBy(response.status, answer);
};

type Answer = Kept & Partial<Pick<Refused, "errors" | "conflict">> & { message?: string };

const refusedBy = (status: number, answer: Answer | null): Refused => ({
  ok: false,
  errors: answer?.errors ?? {
    "": answer?.message ?? `The program refused this (${status}). Reload the page and try again.`,
  },
  mayRetry: PASSING.includes(status),
  ...(answer?.conflict ? { conflict: answer.conflict } : {}),
});

/** The first thing that is wrong, for where there is room for one. */
export const messageOf = ({ errors }: Refused): string =>
  Object.values(errors)[0] ?? "This could not be saved. Try again.";
