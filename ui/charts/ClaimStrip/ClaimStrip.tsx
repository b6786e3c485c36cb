import { useId } from "react";
import { cssColor } from "../cssColor";
import { stripScale } from "./stripScale";

export type ClaimStripProps = {
  claimedWatts: number;
  reading: { value: number; plusMinus: number } | null;
  widthPx?: number;
  caption: string;
  showNumber?: boolean;
};

/** The claim as a notch with its forbidden side hatched, the reading as a dot with its uncertainty. */
export function ClaimStrip({
  claimedWatts,
  reading,
  widthPx = 230,
  caption,
  showNumber = true,
}: ClaimStripProps) {
  const hatch = useId();
  const x = stripScale(claimedWatts, reading, widthPx);
  const at = x(claimedWatts);
  return (
    <svg
      role="img"
      aria-label={caption}
      width={widthPx}
      height={showNumber ? 46 : 30}
      style={{ display: "block", maxWidth: "100%" }}
    >
      <defs>
        <pattern
          id={hatch}
          width="8"
          height="8"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line y2="8" stroke={cssColor("ember")} strokeWidth="1" opacity="0.45" />
        </pattern>
      </defs>
      <rect x="0" y="8" width={at} height="14" fill={`url(#${hatch})`} />
      <line x1="0" x2={widthPx} y1="22" y2="22" stroke={cssColor("rime")} strokeWidth="1.5" />
      <line x1={at} x2={at} y1="3" y2="27" stroke={cssColor("ember")} strokeWidth="2" />
      {reading && (
        <g>
          <line
            x1={x(reading.value - reading.plusMinus)}
            x2={x(reading.value + reading.plusMinus)}
            y1="15"
            y2="15"
            stroke={cssColor("ink")}
            strokeWidth="3.5"
          />
          <circle cx={x(reading.value)} cy="15" r="5.5" fill={cssColor("ink")} />
        </g>
      )}
      {showNumber && (
        <text
          x={at}
          y="42"
          textAnchor="middle"
          style={{ fontSize: "13px", fill: cssColor("ember") }}
        >
          {`claim ${claimedWatts} W`}
        </text>
      )}
    </svg>
  );
}
