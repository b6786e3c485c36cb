import { CONSTRUCTIONS, resistorsSchema, validated } from "@/records";
import { asDraft, newResistor } from "./resistorDraft";

test.each([...CONSTRUCTIONS])(
  "a new %s resistor needs its ohms only, and may be kept then",
  async (construction) => {
    const draft = newResistor("id", [], construction);
    expect((await validated(resistorsSchema, { resistors: [draft] })).ok).toBe(false);
    expect(
      (await validated(resistorsSchema, { resistors: [{ ...draft, readOhms: "8.27" }] })).ok,
    ).toBe(true);
  },
);

test("names count on from those there are, and fill gaps", () => {
  expect(newResistor("id", ["R1", "R2"], "film").name).toBe("R3");
  expect(newResistor("id", ["R2", "big one"], "film").name).toBe("R1");
});

test("round trip: a kept resistor typed out is read as it was", async () => {
  const kept = {
    id: "a",
    name: "R1",
    readOhms: 8.27,
    leadOhms: 0.06,
    ohmsExpandedUncertainty: 0.02,
    ratedWatts: 200,
    construction: "wire-wound" as const,
    cooling: "fan" as const,
    overloadRatio: 10,
    overloadSeconds: 5,
    perCelsius: -4e-5,
    henries: 8e-6,
    timeConstantSeconds: 95,
    condition: "chipped",
    photo: null,
  };
  const outcome = await validated(resistorsSchema, { resistors: [asDraft(kept)] });
  // A prefix multiplies, which may move the last binary digit.
  expect(outcome).toEqual({
    ok: true,
    value: {
      resistors: [
        {
          ...kept,
          perCelsius: expect.closeTo(kept.perCelsius, 15),
          henries: expect.closeTo(kept.henries, 15),
        },
      ],
    },
  });
});
