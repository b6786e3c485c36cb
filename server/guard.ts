import "server-only";
import { isLoopbackHost } from "./loopback";

/** Answers with a plain sentence for the screen; never a stack trace. */
export const refuse = (status: number, message: string): Response =>
  Response.json({ message }, { status });

/** Runs a handler; whatever it did not expect becomes a plain sentence, and the details go to the server's log. */
export const guarded = async (
  request: Request,
  handler: () => Promise<Response>,
): Promise<Response> => {
  if (isForeign(request))
    return refuse(403, "This request came from another site and was refused.");
  try {
    return await handler();
  } catch (error) {
    console.error(error);
    return refuse(
      500,
      diskFull(error)
        ? "The disk is full. Nothing was lost; make room and try again."
        : "Something went wrong on the server. What was saved before is safe; try again.",
    );
  }
};

/** A page of another site may send requests here, but its browser tells where they come from. */
const isForeign = (request: Request): boolean => {
  if (!isLoopbackHost(request.headers.get("host"))) return true;
  const site = request.headers.get("sec-fetch-site");
  if (site !== null && site !== "same-origin" && site !== "none") return true;
  const origin = request.headers.get("origin");
  return (
    origin !== null &&
    (!URL.canParse(origin) || new URL(origin).host !== request.headers.get("host"))
  );
};

const diskFull = (error: unknown): boolean =>
  typeof error === "object" &&
  error !== null &&
  "code" in error &&
  (error.code === "ENOSPC" || error.code === "SQLITE_FULL");
