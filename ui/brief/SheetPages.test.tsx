/** @jest-environment jsdom */
// The sheet itself beside its text: a photo or a PDF, with what went wrong beside it.
import { fireEvent, render, screen, waitFor } from "@testing-library/react";
import type { SheetPage } from "@/records";
import { provided } from "../testing/provided";
import { SheetPages } from "./SheetPages";

const HASH = "ab".repeat(32);
const asked: string[] = [];
const answer = (status: number, body: object) => {
  globalThis.fetch = (async (address: string) => {
    asked.push(address);
    return { ok: status === 200, status, json: async () => body };
  }) as never;
};
beforeEach(() => asked.splice(0));

const shown = (pages: SheetPage[] = []) => {
  const added: SheetPage[] = [];
  const removed: number[] = [];
  render(
    provided(
      <SheetPages
        pages={pages}
        onAdd={(page) => added.push(page)}
        onRemove={(at) => removed.push(at)}
      />,
    ),
  );
  return { added, removed };
};
const choose = (...files: File[]) =>
  fireEvent.change(screen.getByTestId("sheet-files"), { target: { files } });

test("a PDF is kept as it is, a photo as photos are", async () => {
  answer(200, { sha256: HASH, smallSha256: "cd".repeat(32) });
  const { added } = shown();
  choose(new File(["%PDF-1.4"], "sheet.pdf", { type: "application/pdf" }));
  await waitFor(() =>
    expect(added).toEqual([{ sha256: HASH, smallSha256: null, name: "sheet.pdf" }]),
  );
  choose(new File(["x"], "page 14.jpg", { type: "image/jpeg" }));
  await waitFor(() =>
    expect(added[1]).toMatchObject({ smallSha256: "cd".repeat(32), name: "page 14" }),
  );
  expect(asked).toEqual(["/api/papers", "/api/photos"]);
});

test("what is refused says why, and nothing is added", async () => {
  answer(400, { message: "This is no PDF." });
  const { added } = shown();
  choose(new File(["x"], "sheet.pdf"));
  expect(await screen.findByText("sheet.pdf: This is no PDF.")).toBeTruthy();
  expect(added).toEqual([]);
});

test("one that is too large is not even sent", async () => {
  const { added } = shown();
  const file = new File(["x"], "large.pdf");
  Object.defineProperty(file, "size", { value: 41 * 1024 * 1024 });
  choose(file);
  expect(await screen.findByText("large.pdf is larger than 40 MB.")).toBeTruthy();
  expect([asked, added]).toEqual([[], []]);
});

test("what is there is opened and taken away again", () => {
  const { removed } = shown([
    { sha256: HASH, smallSha256: null, name: "sheet.pdf" },
    { sha256: HASH, smallSha256: "cd".repeat(32), name: "back" },
  ]);
  expect(screen.getByText("sheet.pdf").closest("a")?.getAttribute("href")).toBe(
    `/api/papers/${HASH}`,
  );
  expect(screen.getByAltText("back").closest("a")?.getAttribute("href")).toBe(
    `/api/photos/${HASH}`,
  );
  fireEvent.click(screen.getByLabelText("Remove back"));
  expect(removed).toEqual([1]);
});
