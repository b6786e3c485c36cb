import { Box } from "@chakra-ui/react";
import type { Curve } from "@/core/run";
import { cssColor } from "./cssColor";

/** A small picture of a waveform or curve: the evidence beside a reason. */
export function WavePicture({
  curve,
  color = "ink",
  label,
}: {
  curve: Curve;
  color?: string;
  label: string;
}) {
  const xs = curve.points.map(([x]) => x),
    ys = curve.points.map(([, y]) => y);
  const [left, right, low, high] = [
    Math.min(...xs),
    Math.max(...xs),
    Math.min(...ys),
    Math.max(...ys),
  ];
  const path = curve.points
    .map(
      ([x, y], k) =>
        `${k === 0 ? "M" : "L"}${(((x - left) / (right - left || 1)) * 196 + 2).toFixed(1)},${(58 - ((y - low) / (high - low || 1)) * 54).toFixed(1)}`,
    )
    .join("");
  return (
    <Box>
      <svg
        role="img"
        aria-label={label}
        viewBox="0 0 200 60"
        style={{ width: "100%", height: "60px" }}
        preserveAspectRatio="none"
      >
        {low < 0 && high > 0 && (
          <line
            x1="0"
            x2="200"
            y1={58 - (-low / (high - low)) * 54}
            y2={58 - (-low / (high - low)) * 54}
            stroke={cssColor("rime")}
            vectorEffect="non-scaling-stroke"
          />
        )}
        <path
          d={path}
          fill="none"
          stroke={cssColor(color)}
          strokeWidth="1.6"
          vectorEffect="non-scaling-stroke"
        />
      </svg>
    </Box>
  );
}
