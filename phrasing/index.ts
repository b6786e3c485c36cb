// phrasing: codes and numbers in, English out. Sentences belong here and nowhere else.
export * from "./numbers";
export {
  ratingMethodLabel,
  ratingMethodSource,
  ratingMethodText,
  recommendedRatingSentence,
  recommendedRatingText,
} from "./ratingMethods";
export {
  CONNECTION_NAMES,
  conditionTexts,
  contradictionText,
  differencesText,
  evidenceReasonText,
} from "./verdicts/evidence";
export {
  headlineText,
  OUTCOME_LABELS,
  simulatedText,
  verdictHeadline,
  type Headline,
} from "./verdicts/headline";
export { markNoteText } from "./verdicts/claimMark";
export { improvementText, settlingText } from "./verdicts/nextStep";
export { amountText, quantityText } from "./verdicts/quantity";
export { noteText, placeText, readingText, settingName } from "./verdicts/reading";
export {
  budgetShares,
  shownVerdict,
  type ShownReading,
  type ShownVerdict,
} from "./verdicts/shownVerdict";
export { figureText, shownFigure, type ShownFigure } from "./figures";
export { STOP_TITLES } from "./stops";
export { cautionReason, cautionTitle } from "./safety";
export { drawbackText, loadWarningText } from "./load";
export { ceilingName, ceilingText, forecastGapText, outlookText } from "./forecast";
export { energyRemarkText, labelVerdictText, overloadText, SUPPLY_RESULTS } from "./supply";
