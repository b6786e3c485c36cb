import { runOf } from "@/records/testing/run";
import { storeRun, uploadCapture, UploadFailed } from "./uploadRun";

const { amplifierId: __, takenAt: ___, captures: ____, ...draft } = runOf([60]);
const capture = { bytes: new Blob(["samples"]), fileName: "sweep.wav", fullScaleVolts: 80 };
const answer = (status: number, body: unknown) =>
  new Response(typeof body === "string" ? body : JSON.stringify(body), { status });

/** Answers in turn; keeps what was asked. */
const serverWith = (...answers: (() => Response)[]) => {
  const asked: { url: string; method?: string; body?: unknown }[] = [];
  global.fetch = (async (url: string, init?: RequestInit) => {
    asked.push({ url, method: init?.method, body: init?.body });
    const next = answers.shift();
    if (!next) throw new TypeError("fetch failed");
    return next();
  }) as typeof fetch;
  return asked;
};

const upload = async () => {
  const { signal } = new AbortController();
  return storeRun("amp", { ...draft, captures: [await uploadCapture(capture, signal)] }, signal);
};
const failureOf = async (): Promise<string> => {
  try {
    await upload();
    return "no failure";
  } catch (error) {
    if (!(error instanceof UploadFailed)) throw error;
    return error.message;
  }
};

test("the capture goes first; the run refers to it by its hash", async () => {
  const asked = serverWith(
    () => answer(200, { sha256: "cd".repeat(32), byteCount: 7 }),
    () => answer(201, { id: "stored" }),
  );
  expect(await upload()).toBe("stored");
  expect(asked.map(({ url, method }) => [method, url])).toEqual([
    ["PUT", "/api/captures"],
    ["POST", "/api/amplifiers/amp/runs"],
  ]);
  expect(JSON.parse(String(asked[1].body)).captures).toEqual([
    { sha256: "cd".repeat(32), fileName: "sweep.wav", fullScaleVolts: 80 },
  ]);
});

test("what the server says is what the reviewer reads", async () => {
  serverWith(() => answer(413, { message: "The file is larger than the limit of 1 MB." }));
  expect(await failureOf()).toBe("The file is larger than the limit of 1 MB.");
});

test("a server that is gone, or answers nonsense, still gives a plain sentence", async () => {
  serverWith();
  expect(await failureOf()).toContain("did not answer");
  serverWith(() => answer(502, "<html>bad gateway at Server.handle (server.js:1:2)</html>"));
  expect(await failureOf()).toBe("The server refused (502). Try again.");
});

test("no run is sent when its capture was refused", async () => {
  const asked = serverWith(() => answer(500, { message: "The disk is full." }));
  await failureOf();
  expect(asked.length).toBe(1);
});
