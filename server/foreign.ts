/**
 * Is this the name of this machine itself? The server listens on the loopback only; a page of another site that has its
 * own name point here (DNS rebinding) still sends that name, and is refused by it.
 */
export const isLoopbackHost = (host: string | null): boolean =>
  host !== null && /^(?:127(?:\.\d{1,3}){3}|localhost|\[::1\])(?::\d+)?$/i.test(host);

/**
 * Whether a request comes from a page of another site: such a page may send requests here, but its browser tells where they come
 * from. Only the Host header names this server; what a proxy would say of it (X-Forwarded-Host) is not asked.
 * @see Fetch Metadata Request Headers (W3C), Sec-Fetch-Site
 */
export const isForeign = (headers: Headers): boolean => {
  const host = headers.get("host");
  if (!isLoopbackHost(host)) return true;
  const site = headers.get("sec-fetch-site");
  if (site !== null && site !== "same-origin" && site !== "none") return true;
  const origin = headers.get("origin");
  return origin !== null && (!URL.canParse(origin) || new URL(origin).host !== host);
};
