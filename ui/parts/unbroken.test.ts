import { unbroken } from "./unbroken";

test("numbers keep their units, words keep their spaces", () => {
  expect(unbroken("54.3 W ± 2.1 W at 0.1 % THD into 8 Ω, 20 Watts")).toBe(
    "54.3\u00a0W ±\u00a02.1\u00a0W at 0.1\u00a0% THD into 8\u00a0Ω, 20 Watts",
  );
});
