import { messageOf, send } from "./send";

const answering = (status: number, body: unknown) =>
  (global.fetch = jest.fn(
    async () => new Response(typeof body === "string" ? body : JSON.stringify(body), { status }),
  ));

test("what was kept comes back with its revision and the frame", async () => {
  const asked = answering(201, { id: "new", revision: 1, frame: "f" });
  expect(await send("POST", "/api/amplifiers", { maker: "A" })).toEqual({
    ok: true,
    value: { id: "new", revision: 1, frame: "f" },
  });
  expect(asked).toHaveBeenCalledWith(
    "/api/amplifiers",
    expect.objectContaining({ method: "POST", body: '{"maker":"A"}' }),
  );
});

test("what is wrong comes back beside its field, and is not worth another try", async () => {
  answering(400, { message: "no", errors: { maker: "Enter the maker." } });
  expect(await send("PUT", "/x", {})).toEqual({
    ok: false,
    errors: { maker: "Enter the maker." },
    mayRetry: false,
  });
});

test.each([
  [507, true],
  [503, true],
  [404, false],
])("an answer of %d tells its sentence; another try helps: %s", async (status, mayRetry) => {
  answering(status, { message: "The disk is full." });
  expect(await send("PUT", "/x", {})).toEqual({
    ok: false,
    errors: { "": "The disk is full." },
    mayRetry,
  });
});

test("another window's change comes with the refusal", async () => {
  const conflict = { now: { text: "theirs" }, revision: 4 };
  answering(409, { message: "meanwhile", conflict });
  expect(await send("PUT", "/x", {})).toMatchObject({ ok: false, conflict });
});

test("no answer, or one that is no JSON, is still a plain sentence", async () => {
  global.fetch = jest.fn(async () => {
    throw new TypeError("fetch failed");
  });
  const gone = await send("DELETE", "/x");
  expect(gone).toMatchObject({ ok: false, mayRetry: true });
  expect(gone.ok || messageOf(gone)).toContain("does not respond");
  answering(500, "<html>at Server.handle (server.js:1:2)</html>");
  const odd = await send("DELETE", "/x");
  expect(odd.ok || messageOf(odd)).toBe(
    "The program refused this (500). Reload the page and try again.",
  );
});
