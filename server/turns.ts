import "server-only";
import { after } from "next/server";

/** Pages that are drawn at once; more would only take longer, each of them. */
const AT_ONCE = 2;
/** A page waits no longer than this for what is being kept. */
const MOST_WAIT_MILLISECONDS = 1500;
/** A page that closes without notice does not hold up the others for long. */
const LONGEST_PAGE_MILLISECONDS = 10_000;

type Turns = { drawing: number; keeping: number; waiting: (() => void)[] };

// One for the whole program, whichever bundle asks.
const kept = globalThis as typeof globalThis & { rimebankTurns?: Turns };
const turns = (): Turns => (kept.rimebankTurns ??= { drawing: 0, keeping: 0, waiting: [] });

const goOn = (): void => {
  const now = turns();
  while (now.waiting.length > 0 && now.drawing < AT_ONCE && now.keeping === 0) {
    now.drawing++;
    now.waiting.shift()?.();
  }
};

/**
 * Waits for this page's turn to be drawn. All pages share one thread with what is being kept: many of them at once would keep a
 * recording waiting until the last is done, so they go a few at a time, after whatever is being kept.
 */
export const pageTurn = async (): Promise<void> => {
  await new Promise<void>((begin) => {
    const now = turns();
    now.waiting.push(begin);
    goOn();
    // While things are kept without a pause, pages are drawn all the same, one after another.
    setTimeout(
      () => {
        const at = now.waiting.indexOf(begin);
        if (at < 0) return;
        now.waiting.splice(at, 1);
        now.drawing++;
        begin();
      },
      MOST_WAIT_MILLISECONDS * (1 + now.waiting.length),
    ).unref();
  });
  let isOver = false;
  const end = () => {
    if (isOver) return;
    isOver = true;
    turns().drawing--;
    goOn();
  };
  after(end);
  setTimeout(end, LONGEST_PAGE_MILLISECONDS).unref();
};

/** Does what keeps something before any further page is drawn. */
export const keepFirst = async <T>(work: () => Promise<T>): Promise<T> => {
  turns().keeping++;
  try {
    return await work();
  } finally {
    turns().keeping--;
    goOn();
  }
};
