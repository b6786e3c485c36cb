import type { LoadDrawback, LoadWarning } from "@/core/load";
import { formatFixed, formatSignificant } from "@/core/units";

const percent = (ratio: number): string => `${formatFixed(100 * Math.abs(ratio), 1)} %`;
const seconds = (value: number): string => `${formatSignificant(value, 2)} s`;

/** Coverage factor of the resistances shown. */
const COVERAGE = 2;

const VALUES: Record<
  Exclude<LoadDrawback["code"], "overload" | "duration">,
  (own: number, best: number) => string
> = {
  resistance: (own, best) => `${percent(own)} off the wanted resistance, not ${percent(best)}`,
  uncertainty: (own, best) =>
    `less certain resistance, ± ${percent(COVERAGE * own)} rather than ${percent(COVERAGE * best)}`,
  drift: (own, best) => `drifts ${percent(own)} while hot, not ${percent(best)}`,
  "high-frequency": (own, best) => `${percent(own)} off at 20 kHz, not ${percent(best)}`,
  parts: (own, best) => `${own} parts to wire instead of ${best}`,
  temperature: (own, best) => `reaches ${formatFixed(own, 0)} °C, not ${formatFixed(best, 0)} °C`,
};

/** In what a load is worse than the best one. */
export const drawbackText = (drawback: LoadDrawback): string => {
  switch (drawback.code) {
    case "overload":
      return "a part would exceed its overload rating";
    case "duration":
      return `can be driven for ${seconds(drawback.seconds)} only`;
    default:
      return VALUES[drawback.code](drawback.own, drawback.best);
  }
};

/** What to be careful about with a load, and why. */
export const loadWarningText = (warning: LoadWarning): string => {
  switch (warning.code) {
    case "overloaded-part": {
      const part = `${warning.name} dissipates ${formatSignificant(warning.watts, 3)} W and is rated ${formatSignificant(warning.ratedWatts, 3)} W as mounted`;
      return warning.isWireWound
        ? `${part}: after that time the wire may break or the winding come off; stay behind a screen.`
        : `${part}: after that time it may fail open without warning, and the amplifier then drives no load.`;
    }
    case "never":
      return "Do not run it at this power.";
    case "duration":
      return `Run it for ${seconds(warning.allowedSeconds)} at most, not ${seconds(warning.wantedSeconds)}.`;
  }
};
