import { LinkFault, type Exchange, type LinkFaultCode, type NetworkLink } from "./link";

/** Where a server keeps the lines to the instruments. */
export type ServedAt = { address: string };

/** A refusal as the server words it. */
type Refusal = { message?: string; code?: LinkFaultCode };

const NO_SERVER =
  "the server of this program did not respond. It switches every output off after 3 s; check that it is running and try again.";

/** An exchange as it crosses to the server: what is said of it in headers, its data as the body. */
export const EXCHANGE_HEADER = "x-exchange";

const ask = async (address: string, init: RequestInit): Promise<Response> => {
  let answer: Response;
  try {
    answer = await fetch(address, init);
  } catch {
    throw new LinkFault("unreachable", NO_SERVER);
  }
  if (answer.ok) return answer;
  const { message, code } = (await answer.json().catch(() => ({}))) as Refusal;
  throw new LinkFault(code ?? "unreachable", message ?? NO_SERVER);
};

/** The way to the instruments over the program's own server, which alone may open connections. */
const httpLink = ({ address }: ServedAt): NetworkLink => ({
  begin: async (ids) => {
    const answer = await ask(address, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ ids }),
    });
    const { turn } = (await answer.json()) as { turn: string };
    return {
      exchange: async (id, { data, ...said }) => {
        const { text, answer: expected, timeoutMs } = said satisfies Omit<Exchange, "data">;
        const bytes = await ask(`${address}/${turn}`, {
          method: "POST",
          headers: {
            "content-type": "application/octet-stream",
            [EXCHANGE_HEADER]: encodeURIComponent(
              JSON.stringify({ id, text, answer: expected, timeoutMs, hasData: Boolean(data) }),
            ),
          },
          body: data ?? null,
        });
        return new Uint8Array(await bytes.arrayBuffer());
      },
      renew: async () => {
        await ask(`${address}/${turn}`, { method: "PUT" });
      },
      end: async () => {
        await ask(`${address}/${turn}`, { method: "DELETE" });
      },
    };
  },
  now: () => performance.now() / 1000,
  wait: (seconds) => new Promise((resolve) => setTimeout(resolve, 1000 * seconds)),
});

/** A link as it is, or the one over a server. */
export const linkOf = (link: NetworkLink | ServedAt): NetworkLink =>
  "address" in link ? httpLink(link) : link;
