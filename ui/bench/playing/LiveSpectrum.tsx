import { scaleLinear, scaleLog } from "d3";
import { amplitudeRatioToDb, formatEngineering } from "@/core/units";
import type { WaveGlimpse } from "@/pipeline/glance";
import { channelLook } from "@/drawing/channelLook";
import { cssColor } from "../../charts/cssColor";

const MARGIN = { left: 44, right: 8, top: 8, bottom: 22 };
const SPAN_HZ = [20, 40_000] as const;
const TICKS_HZ = [20, 100, 1000, 10_000];
/** From 100 V, the most of home amplifiers, down to where noise lies: the scale stands still while the output comes and goes. */
const USUAL_TOP_DB = 40;
const SPAN_DB = 160;
const STEP_DB = 20;

/** The spectrum of each output as it plays, in dB under 1 V. */
export function LiveSpectrum({
  glimpse: { spectra },
  width,
  height,
}: {
  glimpse: WaveGlimpse;
  width: number;
  height: number;
}) {
  const strongest = spectra.flat().reduce((most, [, volts]) => Math.max(most, volts), 1e-9);
  const top = Math.max(USUAL_TOP_DB, STEP_DB * Math.ceil(amplitudeRatioToDb(strongest) / STEP_DB));
  const x = scaleLog(SPAN_HZ, [MARGIN.left, width - MARGIN.right]);
  const y = scaleLinear([top - SPAN_DB, top], [height - MARGIN.bottom, MARGIN.top]).clamp(true);
  const levels = Array.from({ length: SPAN_DB / STEP_DB + 1 }, (_, k) => top - k * STEP_DB).filter(
    (_, k) => k % 2 === 0,
  );
  return (
    <svg
      role="img"
      aria-label="Live spectrum of the output"
      width={width}
      height={height}
      style={{ flexShrink: 0, fontSize: "12.5px" }}
      data-testid="live-spectrum"
    >
      {levels.map((db) => (
        <g key={db}>
          <line
            x1={MARGIN.left}
            x2={width - MARGIN.right}
            y1={y(db)}
            y2={y(db)}
            stroke={cssColor("rime")}
          />
          <text x={MARGIN.left - 6} y={y(db) + 4} textAnchor="end" fill={cssColor("muted")}>
            {String(db).replace("-", "−")}
          </text>
        </g>
      ))}
      <text x={MARGIN.left + 6} y={MARGIN.top + 13} fill={cssColor("muted")}>
        dBV
      </text>
      {TICKS_HZ.map((hertz) => (
        <g key={hertz}>
          <line
            x1={x(hertz)}
            x2={x(hertz)}
            y1={MARGIN.top}
            y2={height - MARGIN.bottom}
            stroke={cssColor("rime")}
          />
          <text x={x(hertz)} y={height - 6} textAnchor="middle" fill={cssColor("muted")}>
            {formatEngineering(hertz, 2).replace(" ", "")}
          </text>
        </g>
      ))}
      {spectra.map((points, channel) => {
        const { color, dash } = channelLook(channel);
        const path = points
          .map(
            ([hertz, volts], k) =>
              `${k === 0 ? "M" : "L"}${x(hertz).toFixed(1)},${y(amplitudeRatioToDb(Math.max(1e-12, volts))).toFixed(1)}`,
          )
          .join("");
        return (
          <path
            key={channel}
            d={path}
            fill="none"
            stroke={cssColor(color)}
            strokeWidth="1.4"
            strokeDasharray={dash}
          />
        );
      })}
    </svg>
  );
}
