// core/forecast: what can be true, before anything is connected.
export { assumptionsFor } from "./assumptions";
export { forecast } from "./forecast";
export {
  demandsAt,
  outlookFor,
  withBiggerSupply,
  type BiggerSupply,
  type Demands,
} from "./outlook";
export { FORECAST_CLASSES } from "./types";
export type {
  Assumptions,
  Ceiling,
  CeilingKind,
  Forecast,
  ForecastCase,
  ForecastClass,
  ForecastFacts,
  ForecastGap,
  Outlook,
} from "./types";
