import { picturesIn, uploadPhoto } from "./uploadPhoto";

const file = (name: string, type = "image/jpeg") => new File(["pixels"], name, { type });
const answering = (answer: () => Promise<Response>) => {
  global.fetch = answer as typeof fetch;
};
const hashes = { sha256: "ab".repeat(32), smallSha256: "cd".repeat(32) };

test("a kept photo has its hashes, and its name for a caption", async () => {
  answering(async () => Response.json(hashes));
  expect(await uploadPhoto(file("back panel.final.jpg"))).toEqual({
    photo: { ...hashes, caption: "back panel.final" },
  });
});

test("what the server says is what the reviewer reads, with the file's name", async () => {
  answering(async () => Response.json({ message: "This image cannot be read." }, { status: 400 }));
  expect(await uploadPhoto(file("notes.jpg"))).toEqual({
    message: "notes.jpg: This image cannot be read.",
  });
});

test("a server that is gone, or answers with no JSON, is reported in plain words", async () => {
  answering(() => Promise.reject(new TypeError("fetch failed")));
  expect(await uploadPhoto(file("a.jpg"))).toEqual({
    message: "a.jpg was not saved: the program does not respond. Try again.",
  });
  answering(async () => new Response("<html>"));
  expect(await uploadPhoto(file("a.jpg"))).toEqual({
    message: expect.stringContaining("was not saved"),
  });
});

test("one that is too large is not sent at all", async () => {
  answering(() => Promise.reject(new Error("it was sent")));
  const large = file("large.jpg");
  Object.defineProperty(large, "size", { value: 41 * 1024 * 1024 });
  expect(await uploadPhoto(large)).toEqual({ message: "large.jpg is larger than 40 MB." });
});

test("of what is dropped or pasted, pictures only", () => {
  const [photo, text] = [file("a.png", "image/png"), file("a.txt", "text/plain")];
  expect(picturesIn({ files: [photo, text] } as unknown as DataTransfer)).toEqual([photo]);
  expect(picturesIn(null)).toEqual([]);
});
