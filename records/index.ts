// records: what is kept, with the schema that guards each kind on both sides, form and route handler.
export { AMPLIFIER_KINDS, amplifierName, amplifierSchema, TOPOLOGIES, type Amplifier, type AmplifierDraft } from "./amplifier";
export { claimSchema, powerClaim, type Claim, type ClaimDraft } from "./claim";
export { runAsCsv, runAsJson } from "./exportRun";
export { loadSchema, ohmsStdUncertainty, type Load, type LoadChannel, type LoadDraft } from "./load";
export { ANALYSIS_VERSION, DEFAULT_UPLOAD_LIMIT_BYTES, runSchema, type Run, type RunCapture, type RunConditions, powerEvidence, type RunDraft } from "./run";
export { runConditions, type ConditionFacts } from "./runConditions";
export { optionalQuantity, quantity } from "./quantity";
export { validated, type FieldErrors, type Validated } from "./validated";
