import { boolean, number, object, string } from "yup";
import { EXCHANGE_HEADER } from "@/bench/network/httpLink";
import { MOST_COMMAND_CHARACTERS } from "@/core/scpi";
import { validated } from "@/records";
import { guarded } from "@/server/guard";
import { instrumentTurns, withInstruments } from "@/server/instruments/turns";
import { NOT_STORED, readBody, Refusal } from "@/server/requests";

type Context = { params: Promise<{ turn: string }> };

/** The longest waveform that any generator of this kind takes. */
const WAVE_LIMIT_BYTES = 128 * 1024 * 1024;
/** Many times a second something is said, and pages need not wait for it. */
const NOTHING_KEPT = { keeps: false };
const LONGEST_WAIT_MS = 300_000;

const exchangeSchema = object({
  id: string().max(60).required(),
  /** One line: a second one in it would be a second command. */
  text: string()
    .max(MOST_COMMAND_CHARACTERS + 20)
    .matches(/^[\x20-\x7e]*$/, "Commands may contain ASCII characters only.")
    .defined(),
  answer: string<"line" | "block">()
    .oneOf(["line", "block"] as const)
    .nullable()
    .defined(),
  timeoutMs: number().positive().max(LONGEST_WAIT_MS).required(),
  hasData: boolean().required(),
});

/** Says something to an instrument that is held, and answers with what it answered. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  guarded(
    request,
    () =>
      withInstruments(async () => {
        const { turn } = await params;
        const { id, text, answer, timeoutMs, hasData } = await exchangeOf(request);
        const data = hasData
          ? new Uint8Array(await readBody(request, WAVE_LIMIT_BYTES))
          : undefined;
        const exchange = { text, answer, timeoutMs, ...(data && { data }) };
        // A page that goes away while it waits has nobody to renew its lease.
        request.signal.addEventListener("abort", () => {
          void instrumentTurns()
            .end(turn)
            .catch(() => {});
        });
        return new Response(await instrumentTurns().exchange(turn, id, exchange), {
          headers: { ...NOT_STORED, "content-type": "application/octet-stream" },
        });
      }),
    NOTHING_KEPT,
  );

/** Says that whoever holds it is still there. */
export const PUT = (request: Request, { params }: Context): Promise<Response> =>
  guarded(
    request,
    () =>
      withInstruments(async () => {
        instrumentTurns().renew((await params).turn);
        return Response.json({}, { headers: NOT_STORED });
      }),
    NOTHING_KEPT,
  );

/** Lets go: every output off. */
export const DELETE = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, () =>
    withInstruments(async () => {
      await instrumentTurns().end((await params).turn);
      return Response.json({}, { headers: NOT_STORED });
    }),
  );

const exchangeOf = async (request: Request) => {
  let said: unknown;
  try {
    said = JSON.parse(decodeURIComponent(request.headers.get(EXCHANGE_HEADER) ?? ""));
  } catch {
    throw new Refusal(400, "The request could not be read. Reload the page and try again.");
  }
  const checked = await validated(exchangeSchema, said);
  if (!checked.ok) throw new Refusal(400, Object.values(checked.errors)[0]);
  return checked.value;
};
