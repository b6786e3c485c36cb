import { BYTES_PER_SAMPLE } from "./types";

test("samples take as many bytes as the name of their encoding says in bits", () => {
  for (const [encoding, bytes] of Object.entries(BYTES_PER_SAMPLE))
    expect(encoding).toMatch(new RegExp(`${8 * bytes}$`));
});
