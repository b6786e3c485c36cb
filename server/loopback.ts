/**
 * Is this the name of this machine itself? The server listens on the loopback only; a page of another site that has its
 * own name point here (DNS rebinding) still sends that name, and is refused by it.
 */
export const isLoopbackHost = (host: string | null): boolean =>
  host !== null && /^(?:127(?:\.\d{1,3}){3}|localhost|\[::1\])(?::\d+)?$/i.test(host);
