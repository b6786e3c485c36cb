import { filled, readCommand, type InstrumentProfile } from "@/core/scpi";
import { InstrumentLine, type ByteStream } from "./InstrumentLine";
import { LinkFault, type Exchange, type LinkFaultCode } from "./link";

/** An output stays on for this long at most after whoever plays was heard of last. */
export const LEASE_MS = 3000;
const CHECK_MS = 1000;
/** Between turns a line stays open for a while: the next recording is often a moment away. */
const IDLE_MS = 60_000;

/** How instruments are reached, and what is known of them. */
export type Reach = {
  /** @throws {LinkFault} where it cannot be reached, or nothing is known of it */
  open(id: string): Promise<ByteStream>;
  profile(id: string): InstrumentProfile | null;
  nowMs(): number;
};

type Turn = { ids: readonly string[]; heardAt: number };
type Line = {
  line: InstrumentLine;
  usedAt: number;
  mayBeOn: boolean;
  /** When it was asked in vain to turn its output off; null where it was not. */
  unsureSince: number | null;
};

/**
 * Who may speak to which instrument: one at a time, for as long as it is heard of. Whatever ends a turn turns every output off that it
 * may have turned on.
 */
export class InstrumentTurns {
  private readonly turns = new Map<string, Turn>();
  /** Turns that were ended by something else, and what ended them. */
  private readonly ended = new Map<string, LinkFault>();
  private readonly lines = new Map<string, Line>();
  private isOver = false;

  constructor(private readonly reach: Reach) {}

  /** Takes hold of instruments. @returns the name of the turn @throws {LinkFault} where one is held already */
  begin(ids: readonly string[]): string {
    if (this.isOver) throw ending();
    this.lapse();
    for (const [, turn] of this.turns)
      if (turn.ids.some((id) => ids.includes(id)))
        throw new LinkFault(
          "taken",
          "an instrument is in use by another page. Let that run finish, or stop it there.",
        );
    const name = crypto.randomUUID();
    this.turns.set(name, { ids, heardAt: this.reach.nowMs() });
    return name;
  }

  /** @throws {LinkFault} */
  async exchange(name: string, id: string, exchange: Exchange): Promise<Uint8Array<ArrayBuffer>> {
    const turn = this.held(name);
    if (!turn.ids.includes(id))
      throw new LinkFault("unknown", "this measurement does not use that instrument.");
    // Many samples take their time, and whoever waits for them is there all the while.
    turn.heardAt = this.reach.nowMs() + (exchange.answer === "block" ? exchange.timeoutMs : 0);
    const line = this.lineOf(id);
    // What was ended meanwhile says nothing more, and what it hears is not used.
    const check = (): void => {
      if (this.isOver) throw ending();
      if (!this.turns.has(name)) throw this.ended.get(name) ?? over();
      line.mayBeOn = true;
    };
    const answer = await line.line.exchange(exchange, check);
    check();
    turn.heardAt = this.reach.nowMs();
    return answer;
  }

  /** Says that whoever holds it is still there. @throws {LinkFault} where it is over */
  renew(name: string): void {
    this.held(name).heardAt = this.reach.nowMs();
  }

  private held(name: string): Turn {
    if (this.isOver) throw ending();
    this.lapse();
    const turn = this.turns.get(name);
    if (!turn) throw this.ended.get(name) ?? over();
    return turn;
  }

  /** Turns its outputs off, and lets go. @throws {LinkFault} where an output may still be on */
  async end(name: string): Promise<void> {
    const turn = this.turns.get(name);
    if (!turn) return;
    this.turns.delete(name);
    await this.silence(turn.ids);
  }

  /** Ends every turn at once: mute, or the end of the program. @throws {LinkFault} where an output may still be on */
  async endAll(): Promise<void> {
    const ids = [...this.turns.values()].flatMap((turn) => turn.ids);
    for (const name of [...this.turns.keys()])
      this.drop(name, "muted", "the outputs were switched off manually.");
    await this.silence(ids);
  }

  /** The program ends: every output that may be on is switched off without waiting, and no command is sent after that. */
  silenceForGood(): void {
    this.isOver = true;
    for (const [id, { line, mayBeOn }] of this.lines)
      if (mayBeOn) line.sayNow(offLines(this.reach.profile(id)));
  }

  /** Looks after the leases, some times a second. */
  lapse(): void {
    const now = this.reach.nowMs();
    for (const [name, { ids, heardAt }] of this.turns) {
      if (now - heardAt <= LEASE_MS) continue;
      this.drop(
        name,
        "lapsed",
        "the page did not respond for 3 s, so the outputs were switched off. Keep its window open during playback.",
      );
      // A page that comes back gets the most urgent message.
      void this.silence(ids).catch((fault: LinkFault) => this.ended.set(name, fault));
    }
    for (const [id, { line, usedAt, unsureSince }] of this.lines) {
      const isHeld = [...this.turns.values()].some(({ ids }) => ids.includes(id));
      if (isHeld) continue;
      if (unsureSince !== null) {
        // The command is repeated until it confirms that it is off.
        if (now - unsureSince > LEASE_MS) void this.silence([id]).catch(() => {});
      } else if (now - usedAt > IDLE_MS) {
        line.close();
        this.lines.delete(id);
      }
    }
  }

  private drop(name: string, code: LinkFaultCode, message: string): void {
    this.turns.delete(name);
    this.ended.set(name, new LinkFault(code, message));
    if (this.ended.size > MOST_ENDED) this.ended.delete([...this.ended.keys()][0]);
  }

  private lineOf(id: string): Line {
    const known = this.lines.get(id);
    if (known) {
      known.usedAt = this.reach.nowMs();
      return known;
    }
    const line = {
      line: new InstrumentLine(() => this.reach.open(id)),
      usedAt: this.reach.nowMs(),
      mayBeOn: false,
      unsureSince: null,
    };
    this.lines.set(id, line);
    return line;
  }

  /** Off, past whatever is waited for, all of them at once; then each is asked whether it is. @throws {LinkFault} where one may still be on */
  private async silence(ids: readonly string[]): Promise<void> {
    const playing = ids.flatMap((id) => {
      const found = this.lines.get(id);
      const profile = this.reach.profile(id);
      return found?.mayBeOn && isSilenced(profile) ? [{ found, profile }] : [];
    });
    const isSaid = playing.map(({ found, profile }) => found.line.sayNow(offLines(profile)));
    const areOff = await Promise.all(
      playing.map(async ({ found, profile }, k) => {
        found.unsureSince = this.reach.nowMs();
        const isOffNow = await turnedOff(found.line, profile, isSaid[k]);
        if (isOffNow) Object.assign(found, { mayBeOn: false, unsureSince: null });
        return isOffNow;
      }),
    );
    const titles = playing.filter((_, k) => !areOff[k]).map(({ profile }) => profile.title);
    if (titles.length > 0)
      throw new LinkFault(
        "unreachable",
        `${titles.join(" and ")} was asked to switch its output off and did not confirm. Switch it off manually now.`,
      );
  }
}

/** Turns that are remembered to tell why they ended. */
const MOST_ENDED = 100;

const ending = (): LinkFault =>
  new LinkFault("lapsed", "this program is stopping and has switched every output off.");

const over = (): LinkFault =>
  new LinkFault("lapsed", "this measurement has ended. Start it again.");

/** A supply stays on: an amplifier that loses its power in the middle of anything is not safer for it. */
const isSilenced = (profile: InstrumentProfile | null): profile is InstrumentProfile =>
  profile?.role === "generator";

const outputsOf = ({ numbers }: InstrumentProfile): number[] =>
  Array.from({ length: numbers.outputCount ?? 1 }, (_, k) => k + 1);

/** What turns the outputs off, a line each. */
const offLines = (profile: InstrumentProfile | null): string[] =>
  isSilenced(profile)
    ? outputsOf(profile).flatMap((output) =>
        readCommand(profile.commands.outputOff).lines.map((line) =>
          filled(line, { output: String(output) }),
        ),
      )
    : [];

/** Says it, unless that was said already, and asks. */
const turnedOff = async (
  line: InstrumentLine,
  profile: InstrumentProfile,
  isSaid: boolean,
): Promise<boolean> => {
  try {
    if (!isSaid)
      for (const text of offLines(profile))
        await line.exchange({ text, answer: null, timeoutMs: CHECK_MS });
    return await isOff(line, profile);
  } catch (error) {
    if (error instanceof LinkFault) return false;
    throw error;
  }
};

/** Whether every output says that it is off. */
const isOff = async (line: InstrumentLine, profile: InstrumentProfile): Promise<boolean> => {
  const { lines } = readCommand(profile.commands.outputNow);
  for (const output of outputsOf(profile)) {
    const text = filled(lines[lines.length - 1], { output: String(output) });
    const answer = await line.exchange({ text, answer: "line", timeoutMs: CHECK_MS });
    const word = new TextDecoder("latin1").decode(answer).trim().toUpperCase();
    if (!["0", "+0", "OFF"].includes(word)) return false;
  }
  return true;
};
