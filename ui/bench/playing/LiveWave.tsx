import type { WaveGlimpse } from "@/pipeline/glance";
import { channelLook } from "@/drawing/channelLook";
import { cssColor } from "../../charts/cssColor";

/** The last milliseconds of each output as it plays. */
export function LiveWave({
  glimpse: { volts },
  width,
  height,
}: {
  glimpse: WaveGlimpse;
  width: number;
  height: number;
}) {
  const peak = Math.max(
    1e-9,
    ...volts.map((each) => each.reduce((most, value) => Math.max(most, Math.abs(value)), 0)),
  );
  return (
    <svg
      role="img"
      aria-label="Live output waveform"
      width={width}
      height={height}
      style={{ flexShrink: 0 }}
      data-testid="glimpse"
    >
      <line x1="0" x2={width} y1={height / 2} y2={height / 2} stroke={cssColor("rime")} />
      {volts.map((each, channel) => {
        const look = channelLook(channel);
        const path = Array.from(
          each,
          (value, k) =>
            `${k === 0 ? "M" : "L"}${((k / (each.length - 1)) * width).toFixed(1)},${(height / 2 - (value / peak) * (height / 2 - 3)).toFixed(1)}`,
        ).join("");
        return (
          <path
            key={channel}
            d={path}
            fill="none"
            stroke={cssColor(look.color)}
            strokeWidth="1.8"
            strokeDasharray={look.dash}
          />
        );
      })}
    </svg>
  );
}
