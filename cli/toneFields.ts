import { toneSummary, type ToneReading } from "@/core/distortion";
import { amplitudeRatioToDb } from "@/core/units";

/** A tone's reading with the field names of the command line. */
export const toneFields = (reading: ToneReading) => ({
  fundamentalHz: reading.fundamentalHz,
  fundamentalHzStdUncertainty: reading.fundamentalHzStdUncertainty,
  voltsRms: reading.voltsRms,
  fundamentalVoltsRms: reading.fundamentalVoltsRms,
  voltsPeakPositive: reading.voltsPeakPositive,
  voltsPeakNegative: reading.voltsPeakNegative,
  dcVolts: reading.dcVolts,
  thdRatio: reading.thdRatio,
  thdPlusNoiseRatio: reading.thdPlusNoiseRatio,
  thdPlusNoiseOverFundamentalRatio: reading.thdPlusNoiseOverFundamentalRatio,
  thdRatioStdUncertainty: reading.thdRatioStdUncertainty,
  thdPlusNoiseRatioStdUncertainty: reading.thdPlusNoiseRatioStdUncertainty,
  sinadDb: -amplitudeRatioToDb(reading.thdPlusNoiseRatio),
  harmonicsDbc: reading.harmonics.map(({ order, ratio }) => ({
    order,
    dbc: amplitudeRatioToDb(ratio),
  })),
  clipping: {
    present: reading.flattening.present,
    firstHalf: reading.flattening.firstHalf,
    shortfallPositiveRatio: reading.flattening.positive.shortfallRatio,
    shortfallNegativeRatio: reading.flattening.negative.shortfallRatio,
  },
  summary: toneSummary(reading),
});
