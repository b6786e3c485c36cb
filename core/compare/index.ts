// core/compare: how far one curve lies from another, and whether that is more than chance.
export {
  curveDifference,
  type ComparedCurve,
  type CurveDifference,
  type DifferenceScale,
} from "./curveDifference";
export { normalised, type Normalising } from "./normalised";
