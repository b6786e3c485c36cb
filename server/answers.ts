import "server-only";
import type { Knex } from "knex";
import { validated, type Validated } from "@/records";
import type { Changed } from "@/store";
import { frameMarkOf } from "./frame";
import { NOT_STORED, readJson, Refusal } from "./requests";
import { summariseSoon } from "./summaries";

/** Words for what is no longer there. */
const GONE = "This no longer exists; it may have been deleted in another window. Reload the page.";

type Schema = Parameters<typeof validated>[0];

/**
 * The body of a request, as its schema has it.
 * @throws {Refusal} 400, with the messages by field
 */
export const readForm = async <T>(
  schema: unknown,
  request: Request,
  { limitBytes, what = "This cannot be saved" }: { limitBytes?: number; what?: string } = {},
): Promise<T> => {
  const checked = (await validated(
    schema as Schema,
    await readJson(request, limitBytes),
  )) as Validated<T>;
  if (checked.ok) return checked.value;
  const [[field, message]] = Object.entries(checked.errors);
  throw new Refusal(400, `${what}: ${field ? `${field}: ` : ""}${message}`, {
    errors: checked.errors,
  });
};

/** @throws {Refusal} 404 */
export const gone = (words = GONE): never => {
  throw new Refusal(404, words);
};

/** Answers that something was kept, and tells the frame around it as it is now. */
export const keptAnswer = async (
  db: Knex,
  amplifierId: string | null,
  facts: object,
  status = 200,
): Promise<Response> => {
  summariseSoon(db);
  const frame = amplifierId === null ? null : await frameMarkOf(db, amplifierId);
  return Response.json({ ...facts, frame }, { status, headers: NOT_STORED });
};

const MEANWHILE =
  "This was changed in another window. Both versions are still there: choose which one to keep.";

/**
 * The revision after a change.
 * @throws {Refusal} 404 when it is gone; 409 with what is there now when another window was first
 */
export const revisionOf = (changed: Changed<unknown>): number => {
  if (changed.outcome === "gone") return gone();
  if (changed.outcome === "changed-meanwhile")
    throw new Refusal(409, MEANWHILE, {
      conflict: { now: changed.now, revision: changed.revision },
    });
  return changed.revision;
};
