import { NOTHING_UNDER_WAY, underWaySchema, validated, type BenchJob, type UnderWay } from ".";

const job: BenchJob = {
  id: "j",
  kind: "spectrum",
  rig: { name: "Tollgate Sixty" },
  loadId: "l",
  secondLoadId: null,
  channelsDriven: 2,
  settings: { watts: 5 },
  setting: "",
  inputUsed: "",
  ratedWatts: 50,
  seed: 1,
  set: null,
};
const underWay: UnderWay = {
  job,
  shots: [
    {
      name: "tone",
      sha256: "ab".repeat(32),
      fileName: "tone.wav",
      fullScaleVolts: 80,
      meters: { mainsWatts: 60, mainsAmperes: 0.4 },
      trip: null,
      events: [{ seconds: 1, event: "relay-opened" }],
    },
  ],
  queue: [{ ...job, id: "k" }],
  startedAt: "2026-11-25T10:00:00Z",
  refused: [],
};

test("what is under way comes back as it was, and nothing is nothing", async () => {
  expect(await validated(underWaySchema as never, underWay)).toEqual({ ok: true, value: underWay });
  expect(await validated(underWaySchema as never, NOTHING_UNDER_WAY)).toEqual({
    ok: true,
    value: NOTHING_UNDER_WAY,
  });
});

test.each<[string, object]>([
  ["a job of no kind", { ...underWay, job: { ...job, kind: "dance" } }],
  ["a recording with no hash", { ...underWay, shots: [{ ...underWay.shots[0], sha256: "../x" }] }],
  ["too many channels", { ...underWay, job: { ...job, channelsDriven: 99 } }],
])("refusal: %s", async (_, input) =>
  expect((await validated(underWaySchema as never, input)).ok).toBe(false),
);
