export { LineChart, type LineChartProps } from "./LineChart";
export type { DrawnCurve } from "@/drawing/geometry";
