import { GENERIC_PROFILES } from "@/core/scpi";
import { InstrumentTurns, LEASE_MS } from "./InstrumentTurns";
import type { ByteStream } from "./InstrumentLine";
import { LinkFault } from "./link";
import { networkInstrument } from "./instrument";
import { SETUP, standInLink } from "./testing/standInLink";

const ask = (text: string) => ({ text, answer: "line" as const, timeoutMs: 100 });
const say = (text: string) => ({ text, answer: null, timeoutMs: 100 });

/** A generator that remembers what it was asked. */
const withGenerator = () => {
  const told: string[] = [];
  let now = 0;
  const turns = new InstrumentTurns({
    open: async (): Promise<ByteStream> => {
      let hear: (bytes: Uint8Array) => void = () => {};
      return {
        send: (bytes) => {
          for (const line of new TextDecoder().decode(bytes).split("\n"))
            if (line !== "") {
              told.push(line);
              if (line.endsWith("STATe?")) setTimeout(() => hear(new TextEncoder().encode("0\n")));
            }
        },
        listen: ({ onBytes }) => {
          hear = onBytes;
        },
        close: () => {},
      };
    },
    profile: () => GENERIC_PROFILES.generator,
    nowMs: () => now,
  });
  return {
    turns,
    told,
    pass: (ms: number) => {
      now += ms;
    },
  };
};
const OFF = ["OUTPut1:STATe OFF", "OUTPut2:STATe OFF"];
const codeOf = async (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => "fine",
    (error: unknown) => (error instanceof LinkFault ? error.code : String(error)),
  );

test("whoever ends a turn leaves every output off, and asks whether it is", async () => {
  const { turns, told } = withGenerator();
  const turn = turns.begin(["g"]);
  await turns.exchange(turn, "g", say("OUTPut1:STATe ON"));
  await turns.end(turn);
  expect(told).toEqual(["OUTPut1:STATe ON", ...OFF, "OUTPut1:STATe?", "OUTPut2:STATe?"]);
  expect(await codeOf(turns.exchange(turn, "g", say("x")))).toBe("lapsed");
});

test("one at a time: a second page is refused until the first lets go", async () => {
  const { turns } = withGenerator();
  const first = turns.begin(["g", "s"]);
  expect(() => turns.begin(["s"])).toThrow("in use by another page");
  await turns.end(first);
  expect(() => turns.begin(["s"])).not.toThrow();
});

test("after 3 s without a word the outputs go off, and a page that comes back gets the reason", async () => {
  const { turns, told, pass } = withGenerator();
  const turn = turns.begin(["g"]);
  await turns.exchange(turn, "g", say("OUTPut1:STATe ON"));
  pass(LEASE_MS - 1);
  turns.lapse();
  expect(told).toEqual(["OUTPut1:STATe ON"]);
  await turns.exchange(turn, "g", say("*CLS"));
  pass(LEASE_MS + 1);
  turns.lapse();
  expect(told.slice(2, 4)).toEqual(OFF);
  await expect(turns.exchange(turn, "g", say("OUTPut1:STATe ON"))).rejects.toThrow(
    "did not respond for 3 s",
  );
  expect(told).not.toContain("OUTPut1:STATe ON\n");
});

test("many samples take their time: whoever waits for them is not given up", async () => {
  const { turns, told, pass } = withGenerator();
  const turn = turns.begin(["g"]);
  await turns.exchange(turn, "g", say("OUTPut1:STATe ON"));
  const samples = codeOf(
    turns.exchange(turn, "g", { text: "DATA?", answer: "block", timeoutMs: 300 }),
  );
  await new Promise((resolve) => setTimeout(resolve));
  pass(LEASE_MS + 200);
  turns.lapse();
  expect(told).not.toContain(OFF[0]);
  pass(200);
  turns.lapse();
  expect(told).toContain(OFF[0]);
  await turns.end(turn);
  expect(await samples).toBe("timed-out");
});

test("mute reaches past an answer that is waited for", async () => {
  const { turns, told } = withGenerator();
  const turn = turns.begin(["g"]);
  await turns.exchange(turn, "g", say("OUTPut1:STATe ON"));
  const waiting = codeOf(turns.exchange(turn, "g", { ...ask("READ?"), timeoutMs: 300 }));
  await new Promise((resolve) => setTimeout(resolve));
  const muted = turns.endAll();
  expect(told).toEqual(["OUTPut1:STATe ON", "READ?", ...OFF]);
  await muted;
  expect(await waiting).toBe("timed-out");
  expect(await codeOf(turns.exchange(turn, "g", say("OUTPut1:STATe ON")))).toBe("muted");
});

test("what was asked for before mute and not said yet is never said", async () => {
  const { turns, told } = withGenerator();
  const turn = turns.begin(["g"]);
  await turns.exchange(turn, "g", say("*CLS"));
  const waiting = codeOf(turns.exchange(turn, "g", { ...ask("READ?"), timeoutMs: 100 }));
  const queued = codeOf(turns.exchange(turn, "g", say("OUTPut1:STATe ON")));
  await new Promise((resolve) => setTimeout(resolve));
  await turns.endAll();
  expect(await waiting).toBe("timed-out");
  expect(await queued).toBe("muted");
  expect(told).not.toContain("OUTPut1:STATe ON");
});

/** Generators of which some do not say that they are off, until they do. */
const withGenerators = () => {
  const told: Record<string, string[]> = { a: [], b: [] };
  const silent = new Set(["a"]);
  let now = 0;
  const turns = new InstrumentTurns({
    open: async (id): Promise<ByteStream> => {
      let hear: (bytes: Uint8Array) => void = () => {};
      return {
        send: (bytes) => {
          const lines = new TextDecoder().decode(bytes).split("\n");
          told[id].push(...lines.filter((line) => line !== ""));
          if (lines.some((line) => line.endsWith("STATe?")))
            setTimeout(() => hear(new TextEncoder().encode(silent.has(id) ? "1\n" : "0\n")));
        },
        listen: ({ onBytes }) => {
          hear = onBytes;
        },
        close: () => {},
      };
    },
    profile: () => GENERIC_PROFILES.generator,
    nowMs: () => now,
  });
  return { turns, told, silent, pass: (ms: number) => (now += ms) };
};

test("one that does not switch off keeps no other from the command, and gets it again until it does", async () => {
  const { turns, told, silent, pass } = withGenerators();
  const turn = turns.begin(["a", "b"]);
  for (const id of ["a", "b"]) await turns.exchange(turn, id, say("OUTPut1:STATe ON"));
  await expect(turns.endAll()).rejects.toThrow("Switch it off manually now");
  for (const id of ["a", "b"]) expect(told[id]).toEqual(expect.arrayContaining(OFF));
  const settled = async (): Promise<number> => {
    turns.lapse();
    await new Promise((resolve) => setTimeout(resolve, 20));
    return told.a.filter((line) => line === OFF[0]).length;
  };
  expect(await settled()).toBe(1);
  pass(LEASE_MS + 1);
  expect(await settled()).toBe(2);
  silent.clear();
  pass(LEASE_MS + 1);
  expect(await settled()).toBe(3);
  pass(LEASE_MS + 1);
  expect(await settled()).toBe(3);
  expect(told.b.filter((line) => line === OFF[0])).toHaveLength(1);
});

test("a page that comes back too late is warned first that an output may still be on", async () => {
  const { turns, pass } = withGenerators();
  const turn = turns.begin(["a"]);
  await turns.exchange(turn, "a", say("OUTPut1:STATe ON"));
  pass(LEASE_MS + 1);
  turns.lapse();
  await new Promise((resolve) => setTimeout(resolve, 20));
  await expect(turns.exchange(turn, "a", say("*CLS"))).rejects.toThrow(
    "Switch it off manually now",
  );
});

test("whoever waits without a word says now and then that he is there", async () => {
  const { turns, told, pass } = withGenerator();
  const turn = turns.begin(["g"]);
  await turns.exchange(turn, "g", say("OUTPut1:STATe ON"));
  for (let k = 0; k < 5; k++) {
    pass(LEASE_MS - 500);
    turns.renew(turn);
  }
  turns.lapse();
  expect(told).toEqual(["OUTPut1:STATe ON"]);
  pass(LEASE_MS + 1);
  expect(() => turns.renew(turn)).toThrow("did not respond for 3 s");
});

test("when the program ends, outputs are switched off without waiting", async () => {
  const { turns, told } = withGenerator();
  const turn = turns.begin(["g"]);
  await turns.exchange(turn, "g", say("OUTPut1:STATe ON"));
  turns.silenceForGood();
  expect(told.slice(1)).toEqual(OFF);
  // Pages that are still connected ask in vain.
  await expect(turns.exchange(turn, "g", say("OUTPut1:STATe ON"))).rejects.toThrow("is stopping");
  expect(() => turns.begin(["g"])).toThrow("is stopping");
});

test("a turn tests what it holds, and to nothing else", async () => {
  const { turns } = withGenerator();
  const turn = turns.begin(["g"]);
  expect(await codeOf(turns.exchange(turn, "other", say("x")))).toBe("unknown");
});

test("an output that does not say that it is off is said loudly", async () => {
  const turns = new InstrumentTurns({
    open: async () => ({ send: () => {}, listen: () => {}, close: () => {} }),
    profile: () => GENERIC_PROFILES.generator,
    nowMs: () => 0,
  });
  const turn = turns.begin(["g"]);
  await turns.exchange(turn, "g", say("OUTPut1:STATe ON"));
  await expect(turns.end(turn)).rejects.toThrow("Switch it off manually now");
});

test("muted in the middle of a recording: it is refused with words, and nothing plays", async () => {
  const { link, turns, standIns } = standInLink();
  const connected = await networkInstrument(SETUP, link).connect({
    loadOhms: [8, 8],
    isSpeakerLike: false,
    isBridged: false,
    rangeVolts: 0,
  });
  let looks = 0;
  const recording = connected.record(
    {
      stimulus: { kind: "sine", frequencyHz: 1000, voltsPeak: 0.05, seconds: 2 },
      sampleRateHz: 48_000,
      drives: [true, true],
      number: 1,
    },
    () => {
      if (++looks === 5) void turns.endAll();
      return "go-on";
    },
  );
  await expect(recording).rejects.toThrow("switched off manually");
  standIns.bench.advance(0.2);
  expect(standIns.bench.voltsRms()).toBeLessThan(0.01);
});
