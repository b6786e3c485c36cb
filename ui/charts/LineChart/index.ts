export { LineChart, type LineChartProps } from "./LineChart";
export type { ClaimBand, DrawnCurve } from "./geometry";
