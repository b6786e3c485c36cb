import { UploadTooLarge } from "@/store";
import { readBody } from "./requests";

const chunked = (...sizes: number[]): { request: Request; sent(): number } => {
  let at = 0;
  const body = new ReadableStream(
    {
      pull: (stream) =>
        at < sizes.length ? stream.enqueue(new Uint8Array(sizes[at++]).fill(7)) : stream.close(),
    },
    { highWaterMark: 0 },
  );
  return {
    request: new Request("http://127.0.0.1/", {
      method: "PUT",
      body,
      duplex: "half",
    } as RequestInit),
    sent: () => at,
  };
};

test("all bytes, whatever the pieces; none of no body", async () => {
  expect((await readBody(chunked(3, 0, 5).request, 100)).byteLength).toBe(8);
  expect(
    (await readBody(new Request("http://127.0.0.1/", { method: "GET" }), 100)).byteLength,
  ).toBe(0);
});

test("past the limit it is refused, without reading on", async () => {
  const { request, sent } = chunked(40, 40, 40, 40, 40, 40);
  await expect(readBody(request, 100)).rejects.toThrow(UploadTooLarge);
  expect(sent()).toBeLessThan(6);
});

test("one that says it is too large is not read at all", async () => {
  const request = new Request("http://127.0.0.1/", {
    method: "PUT",
    body: "abc",
    headers: { "content-length": "101" },
  });
  await expect(readBody(request, 100)).rejects.toThrow("larger than the limit");
});
