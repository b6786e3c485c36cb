export { PowerChart, type PowerChartProps } from "./PowerChart";
export type { ClaimCorner, Crossing, PowerCurve, PowerPoint } from "./types";
