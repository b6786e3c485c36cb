import { NextResponse, type NextRequest } from "next/server";
import { isLoopbackHost } from "@/server/loopback";

/** Pages and actions answer to this machine's own names only; route handlers check the same in server/guard.ts. */
export const proxy = (request: NextRequest): NextResponse =>
  isLoopbackHost(request.headers.get("host"))
    ? NextResponse.next()
    : new NextResponse("Rimebank answers only on this machine, at 127.0.0.1.", { status: 403 });

// Uploads must not pass through here: their bodies would be held in memory.
export const config = { matcher: ["/((?!api/|_next/static/).*)"] };
