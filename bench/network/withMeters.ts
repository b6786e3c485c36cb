import type { Connected, Instrument, RecordingMoment, SoakPoint, Watch } from "../contract";
import { asFault } from "./asFault";
import type { NetworkLink } from "./link";
import { NetworkMeters, metersIn, type MeterGlance, type MeterSet } from "./NetworkMeters";
import { soakPoint, soakStep } from "./soakPoint";

/** Meters are asked this often while something else records; more would only queue up. */
const GLANCE_EVERY_SECONDS = 0.25;
const NOTHING: MeterGlance = { voltsRms: null, mains: null, temperatures: null };

/**
 * An instrument that plays and records, with meters of the network beside it: a mains meter tells what is drawn, a temperature logger how
 * warm it gets, so that a heat soak can be held. Another page must not speak to them meanwhile, so they are held for each recording.
 */
export const withMeters = (
  instrument: Instrument,
  set: MeterSet,
  link: NetworkLink,
): Instrument => ({
  facts: {
    ...instrument.facts,
    knowsHeat: instrument.facts.knowsHeat || (instrument.facts.isLive && set.thermometer !== null),
  },
  connect: async (wiring) => metered(await instrument.connect(wiring), { set, link }),
});

type Beside = { set: MeterSet; link: NetworkLink };

const metered = (connected: Connected, beside: Beside): Connected => ({
  ...connected,
  record: (request, watch = () => "go-on") =>
    held(beside, async (meters) => {
      const looked = lookingOn(meters, beside.link, watch);
      const recording = await connected.record(request, looked.watch);
      const { mains } = await looked.last();
      return { ...recording, meters: mains ?? recording.meters };
    }),
  ...(connected.hold && beside.set.thermometer && { soak: soakBeside(connected.hold, beside) }),
});

/** A tone that one instrument holds while thermometers beside it are watched. */
const soakBeside =
  (hold: NonNullable<Connected["hold"]>, beside: Beside): Connected["soak"] =>
  ({ seconds: wanted, ...tone }, watch) =>
    held(beside, async (meters) => {
      const points: SoakPoint[] = [];
      let next = 0;
      await hold(tone, async ({ seconds, loadWatts }) => {
        const point = soakPoint(seconds, loadWatts, await meters.glance());
        const isOver = watch(point) === "end" || seconds >= wanted;
        if (isOver || seconds >= next) {
          points.push(point);
          next = seconds + soakStep(seconds);
        }
        return isOver ? "end" : "go-on";
      });
      return { points, events: [] };
    });

const held = <T>({ set, link }: Beside, work: (meters: NetworkMeters) => Promise<T>): Promise<T> =>
  asFault("Meters", async () => {
    const turn = await link.begin(metersIn(set).map(({ id }) => id));
    try {
      const meters = new NetworkMeters(turn, set, () => link.now());
      await meters.prepare();
      return await work(meters);
    } finally {
      await turn.end();
    }
  });

/** Asks the meters beside a recording, one question after another, and gives their last answers to whoever watches. */
const lookingOn = (
  meters: NetworkMeters,
  link: NetworkLink,
  watch: Watch,
): { watch: Watch; last(): Promise<MeterGlance> } => {
  let glance = NOTHING;
  let fault: unknown = null;
  let asking: Promise<void> | null = null;
  let askedAt = -Infinity;
  const ask = (): void => {
    if (asking || link.now() - askedAt < GLANCE_EVERY_SECONDS) return;
    askedAt = link.now();
    asking = meters
      .glance()
      .then(
        (next) => {
          glance = next;
        },
        (error: unknown) => {
          fault ??= error;
        },
      )
      .finally(() => {
        asking = null;
      });
  };
  return {
    watch: (moment: RecordingMoment) => {
      // A guard without readings cannot guard.
      if (fault) return "end";
      ask();
      const { mains, temperatures } = glance;
      return watch({
        ...moment,
        mainsAmperes: mains?.mainsAmperes ?? moment.mainsAmperes,
        sinkCelsius: temperatures?.sinkCelsius ?? moment.sinkCelsius,
      });
    },
    last: async () => {
      await asking;
      if (fault) throw fault;
      return glance;
    },
  };
};
