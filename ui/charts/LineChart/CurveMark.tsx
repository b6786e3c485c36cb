import type { ChannelLook } from "@/drawing/channelLook";
import { cssColor } from "../cssColor";

/** A reading on a curve; filled where the tops flatten. */
export function CurveMark({
  kind,
  x,
  y,
  color,
  filled,
}: {
  kind: ChannelLook["mark"];
  x: number;
  y: number;
  color: string;
  filled: boolean;
}) {
  const paint = { fill: filled ? color : cssColor("surface"), stroke: color, strokeWidth: 1.8 };
  if (kind === "round") return <circle cx={x} cy={y} r="4.2" {...paint} />;
  if (kind === "square") return <rect x={x - 4} y={y - 4} width="8" height="8" {...paint} />;
  if (kind === "diamond")
    return <path d={`M${x},${y - 5.5}l5.5,5.5l-5.5,5.5l-5.5,-5.5z`} {...paint} />;
  return <path d={`M${x},${y - 5.5}l5,9h-10z`} {...paint} />;
}
