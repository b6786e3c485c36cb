import { guarded, refuse } from "./guard";

const ask = (headers: Record<string, string> = {}) =>
  new Request("http://127.0.0.1:4760/api/captures", {
    method: "PUT",
    headers: { host: "127.0.0.1:4760", ...headers },
  });
const fine = async () => Response.json({ ok: true });
const messageOf = async (answer: Promise<Response>) =>
  ((await (await answer).json()) as { message?: string }).message;

let logged: jest.SpyInstance;
beforeEach(() => (logged = jest.spyOn(console, "error").mockImplementation(() => {})));
afterEach(() => logged.mockRestore());

test.each([
  [{}, 200],
  [{ "sec-fetch-site": "same-origin" }, 200],
  [{ "sec-fetch-site": "none" }, 200],
  [{ origin: "http://127.0.0.1:4760" }, 200],
  [{ "sec-fetch-site": "cross-site" }, 403],
  [{ "sec-fetch-site": "same-site" }, 403],
  [{ origin: "http://elsewhere.example" }, 403],
  [{ origin: "null" }, 403],
  [{ host: "elsewhere.example:4760", origin: "http://elsewhere.example:4760" }, 403],
  [{ host: "localhost:4760" }, 200],
  [{ host: "[::1]:4760" }, 200],
  [{ host: "127.0.0.1.elsewhere.example" }, 403],
] as const)("a request with %j is answered with %d", async (headers, status) =>
  expect((await guarded(ask(headers), fine)).status).toBe(status),
);

test("an unexpected error becomes a plain sentence; its details go to the log only", async () => {
  const message = await messageOf(
    guarded(ask(), async () => {
      throw new Error("ENOENT at /secret/path.ts:3:4");
    }),
  );
  expect(message).toBe("Something went wrong on the server. Saved data is safe; try again.");
  expect(logged).toHaveBeenCalledTimes(1);
});

test.each(["ENOSPC", "SQLITE_FULL"])("a full disk (%s) is called that", async (code) => {
  expect(
    await messageOf(
      guarded(ask(), async () => {
        throw Object.assign(new Error("write"), { code });
      }),
    ),
  ).toContain("The disk is full");
});

test("refuse answers with its message", async () => {
  const answer = refuse(404, "This recording does not exist.");
  expect(answer.status).toBe(404);
  expect(await answer.json()).toEqual({ message: "This recording does not exist." });
});
