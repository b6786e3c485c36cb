import { renderToStaticMarkup } from "react-dom/server";
import type { Network } from "@/core/load";
import { powerResistor } from "@/core/load/testing/powerResistor";
import { Circuit } from "./Circuit";

const shelf = [
  powerResistor({ name: "R1", ohms: 8.21 }),
  powerResistor({ name: "R2", ohms: 16.4 }),
  powerResistor({ name: "C1", ohms: 4.02 }),
];
const network: Network = {
  kind: "parallel",
  parts: [
    { kind: "resistor", index: 0 },
    {
      kind: "series",
      parts: [
        { kind: "resistor", index: 1 },
        { kind: "resistor", index: 2 },
      ],
    },
  ],
};

test("each resistor has its name and ohms; the whole circuit has a text", () => {
  const picture = renderToStaticMarkup(<Circuit network={network} resistors={shelf} />);
  expect(picture).toContain('aria-label="Circuit: R1 ∥ (R2 + C1)"');
  for (const text of ["R1", "8.21 Ω", "R2", "16.4 Ω", "C1", "4.02 Ω"])
    expect(picture).toContain(text);
  expect(picture).not.toContain(" W");
});

test("watts are written under each, and one that takes too many says so in words, not by colour alone", () => {
  const picture = renderToStaticMarkup(
    <Circuit
      network={network}
      resistors={shelf}
      partOf={(index) => ({ watts: 10 * (index + 1), stressRatio: index === 1 ? 1.4 : 0.2 })}
    />,
  );
  expect(picture).toContain("10.0 W<");
  expect(picture).toContain("20.0 W, over<");
  expect(picture).toContain("30.0 W<");
});
