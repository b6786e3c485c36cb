import { rootMeanSquare } from "@/core/numeric";
import type { HeldLook, HoldRequest } from "../contract";
import type { AudioLine } from "./AudioLine";
import { AudioTone } from "./AudioTone";
import type { AudioSetup } from "./setup";

/** Between two looks. */
const LOOK_SECONDS = 0.25;
/** Of what came in last, at each look. */
const READ_SECONDS = 0.1;

/**
 * Holds a tone without a gap while somebody looks at it again and again, for as long as he likes; it rises as fast as any tone, and
 * fades when it is over. While he looks elsewhere, at a slow thermometer, the line is kept alive.
 * @throws {InstrumentFault}
 */
export const holdAudioTone = async (
  line: AudioLine,
  { setup, loadOhms, mostVoltsRms }: HeldOn,
  { frequencyHz, voltsPeak, drives }: HoldRequest,
  look: HeldLook,
): Promise<void> => {
  const frames = Math.round(LOOK_SECONDS * setup.sampleRateHz);
  const tone = new AudioTone(line, setup, { drives, frequencyHz, mostVoltsRms });
  const begun = line.frames;
  try {
    tone.setDrive(voltsPeak / Math.SQRT2);
    for (;;) {
      await line.elapse(frames);
      const volts = tone.lastVolts(READ_SECONDS);
      const answer = await whileAlive(
        line,
        frames,
        look({
          seconds: (line.frames - begun) / setup.sampleRateHz,
          loadWatts: volts.map((each, k) => rootMeanSquare(each) ** 2 / loadOhms[k]),
        }),
      );
      if (answer === "end") return;
    }
  } finally {
    line.fade();
  }
};

/** What it plays through, and into what. */
type HeldOn = { setup: AudioSetup; loadOhms: readonly number[]; mostVoltsRms: number };

/** Waits for an answer, and says meanwhile that somebody is there; what fails on the line ends the waiting. */
const whileAlive = async <T>(line: AudioLine, frames: number, asked: Promise<T>): Promise<T> => {
  let isAnswered = false;
  const answered = asked.finally(() => (isAnswered = true));
  // Where the line fails first, what becomes of the question is of no interest any more.
  answered.catch(() => {});
  while (!isAnswered) await Promise.race([answered, line.elapse(frames)]);
  return await answered;
};
