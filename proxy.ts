import { NextResponse, type NextRequest } from "next/server";
import { isForeign, isLoopbackHost } from "@/server/foreign";

/** What a page may load and do: scripts of this program alone, known by a number that is new with every answer. */
const contentSecurity = (nonce: string): string =>
  [
    "default-src 'self'",
    // WebAssembly needs its own word; instant reload during development evaluates.
    `script-src 'self' 'nonce-${nonce}' 'wasm-unsafe-eval'${process.env.NODE_ENV === "development" ? " 'unsafe-eval'" : ""}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "media-src 'self' blob:",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
    "base-uri 'self'",
  ].join("; ");

/** Pages answer to this machine's own names only; route handlers check the same, and more, in server/guard.ts. */
export const proxy = (request: NextRequest): NextResponse => {
  const isRead = request.method === "GET" || request.method === "HEAD";
  if (!isLoopbackHost(request.headers.get("host")) || (!isRead && isForeign(request.headers)))
    return new NextResponse("Rimebank answers only on this machine, at 127.0.0.1.", {
      status: 403,
    });
  if (!isRead) return new NextResponse("Pages are read-only.", { status: 405 });
  const policy = contentSecurity(btoa(crypto.randomUUID()));
  const headers = new Headers(request.headers);
  // Next.js puts the number of this policy on its own scripts.
  headers.set("content-security-policy", policy);
  headers.delete("x-forwarded-host");
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("content-security-policy", policy);
  return response;
};

// Uploads must not pass through here: their bodies would be held in memory.
export const config = { matcher: ["/((?!api/|_next/static/).*)"] };
