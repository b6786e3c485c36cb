import type { Validated } from "@/records";
import { Keeper } from "./keeper";
import type { Kept } from "./send";

type Doc = { text: string };

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

/** A server that holds one document and its revision, and answers when asked to. */
const setting = (answers: (() => Validated<Kept>)[] = []) => {
  const server = { value: { text: "first" }, revision: 1 };
  const shown: Doc[] = [];
  const saves: [Doc, number][] = [];
  const keeper = new Keeper<Doc>({
    value: { text: "first" },
    revision: 1,
    restore: (value) => {
      shown.push(value);
      keeper.changed(value);
    },
    fromKept: (kept: Doc) => kept,
    onKept: () => {},
    save: async (value, revision) => {
      saves.push([value, revision]);
      const answer = answers.shift();
      if (answer) return answer();
      if (revision !== server.revision)
        return {
          ok: false,
          errors: { "": "meanwhile" },
          conflict: { now: server.value, revision: server.revision },
        };
      server.value = value;
      server.revision++;
      return { ok: true, value: { revision: server.revision } };
    },
  });
  return { server, keeper, shown, saves };
};

const type = (keeper: Keeper<Doc>, ...texts: string[]) =>
  texts.forEach((text) => keeper.changed({ text }));
const passes = (milliseconds = 1000) => jest.advanceTimersByTimeAsync(milliseconds);

test("what is typed is kept once, a moment after the last change", async () => {
  const { keeper, server, saves } = setting();
  type(keeper, "s", "se", "sec");
  expect(keeper.state().kept).toBe("waiting");
  await passes(600);
  expect(saves).toEqual([]);
  await passes();
  expect(saves).toEqual([[{ text: "sec" }, 1]]);
  expect(keeper.state().kept).toBe("kept");
  expect(server.value).toEqual({ text: "sec" });
});

test("typed back to what is kept there is nothing to keep", async () => {
  const { keeper, saves } = setting();
  type(keeper, "other", "first");
  expect(keeper.state().kept).toBe("kept");
  await passes();
  expect(saves).toEqual([]);
});

test("what is typed while a save is on its way goes with the next, from its revision", async () => {
  let release: (outcome: Validated<Kept>) => void = () => {};
  const slow = new Promise<Validated<Kept>>((answer) => (release = answer));
  const { keeper, saves, server } = setting([() => slow as never]);
  type(keeper, "one");
  await passes();
  type(keeper, "two");
  await passes(5000);
  expect(saves.length).toBe(1);
  server.revision = 2;
  release({ ok: true, value: { revision: 2 } });
  await passes();
  expect(saves).toEqual([
    [{ text: "one" }, 1],
    [{ text: "two" }, 2],
  ]);
  expect(keeper.state().kept).toBe("kept");
});

test("a full disk is named, and saving is tried again until there is room; nothing typed is lost", async () => {
  const full = (): Validated<Kept> => ({
    ok: false,
    errors: { "": "The disk is full." },
    mayRetry: true,
  });
  const { keeper, saves, server } = setting([full, full]);
  type(keeper, "precious");
  await passes();
  expect(keeper.state().kept).toEqual({
    message: "Not saved: the disk is full. Retrying.",
  });
  await passes(4000);
  expect(saves.length).toBe(2);
  await passes(4000);
  expect(keeper.state().kept).toBe("kept");
  expect(server.value).toEqual({ text: "precious" });
});

test("what the schema refuses is reported and not tried again; typing on is", async () => {
  const { keeper, saves } = setting([() => ({ ok: false, errors: { text: "Too long." } })]);
  type(keeper, "long");
  await passes(20_000);
  expect(saves.length).toBe(1);
  expect(keeper.state().kept).toEqual({ message: "Too long." });
  type(keeper, "short");
  await passes();
  expect(keeper.state().kept).toBe("kept");
});

test("undo goes back step by step, and what was never kept is given up first", async () => {
  const { keeper, shown, server } = setting();
  type(keeper, "one");
  await passes();
  type(keeper, "two");
  await passes();
  type(keeper, "three");
  for (const text of ["two", "one", "first"]) {
    keeper.undo();
    expect(shown.at(-1)).toEqual({ text });
    await passes();
  }
  expect(server.value).toEqual({ text: "first" });
  expect(keeper.canUndo()).toBe(false);
});

test("leaving the screen keeps what was typed last, at once", async () => {
  const { keeper, saves } = setting();
  type(keeper, "last words");
  keeper.leave();
  await passes(0);
  expect(saves).toEqual([[{ text: "last words" }, 1]]);
});

describe("changed in another window meanwhile", () => {
  const meanwhile = async () => {
    const all = setting();
    all.server.value = { text: "theirs" };
    all.server.revision = 5;
    type(all.keeper, "mine");
    await passes();
    return all;
  };

  test("both are held, and nothing is saved while it is not decided", async () => {
    const { keeper, saves, server } = await meanwhile();
    expect(keeper.state().kept).toMatchObject({ theirs: { text: "theirs" }, revision: 5 });
    type(keeper, "mine, and more");
    keeper.leave();
    await passes(20_000);
    expect(saves.length).toBe(1);
    expect(server.value).toEqual({ text: "theirs" });
  });

  test("mine is kept in place of theirs, and a step back is theirs", async () => {
    const { keeper, shown, server } = await meanwhile();
    keeper.keepMine();
    await passes();
    expect(server).toEqual({ value: { text: "mine" }, revision: 6 });
    keeper.undo();
    expect(shown.at(-1)).toEqual({ text: "theirs" });
    await passes();
    expect(server.value).toEqual({ text: "theirs" });
  });

  test("theirs is taken, and a step back is mine", async () => {
    const { keeper, shown, server } = await meanwhile();
    keeper.takeTheirs();
    expect(shown).toEqual([{ text: "theirs" }]);
    expect(keeper.state().kept).toBe("kept");
    keeper.undo();
    expect(shown.at(-1)).toEqual({ text: "mine" });
    await passes();
    expect(server.value).toEqual({ text: "mine" });
  });
});
