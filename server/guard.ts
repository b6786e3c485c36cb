import "server-only";
import { troubleOf, UploadTooLarge } from "@/store";
import { isForeign } from "./foreign";
import { NOT_STORED, Refusal } from "./requests";
import { keepFirst } from "./turns";

/** Answers with a plain sentence for the screen; never a stack trace. */
export const refuse = (status: number, message: string, details: object = {}): Response =>
  Response.json({ message, ...details }, { status, headers: NOT_STORED });

/**
 * Runs a handler; what keeps something goes before pages that wait to be drawn, as all but reading does unless it says otherwise. Whatever it did not expect becomes a plain sentence, and the details go to the server's log.
 */
export const guarded = async (
  request: Request,
  handler: () => Promise<Response>,
  { keeps = request.method !== "GET" }: { keeps?: boolean } = {},
): Promise<Response> => {
  if (isForeign(request.headers))
    return refuse(403, "This request came from another site and was rejected.");
  try {
    return await (keeps ? keepFirst(handler) : handler());
  } catch (error) {
    return refusalOf(error);
  }
};

const INSUFFICIENT_STORAGE = 507;
const UNAVAILABLE = 503;

const refusalOf = (error: unknown): Response => {
  if (error instanceof Refusal) return refuse(error.status, error.message, error.details);
  if (error instanceof UploadTooLarge) return refuse(413, error.message);
  const trouble = troubleOf(error);
  if (trouble !== error) console.error(error);
  if (trouble)
    return refuse(
      trouble.kind === "disk-full" ? INSUFFICIENT_STORAGE : UNAVAILABLE,
      trouble.message,
    );
  return refuse(500, "Something went wrong on the server. Saved data is safe; try again.");
};
