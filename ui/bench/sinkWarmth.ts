import { restedRise, type SinkFacts, type SinkForecast } from "@/core/drive";

/** How far a sink was predicted to be above the room, and when; kept in this browser, through a reload and for other pages. */
type Remembered = { kelvin: number; at: number };

/** By a thermometer, or by its heat where there is none. */
type SinkSeen = { sinkCelsius: number | null; predictedSinkCelsius: number | null };

const keyOf = (amplifierId: string): string => `sink warmth of ${amplifierId}`;

const remembered = (amplifierId: string): Remembered | null => {
  try {
    const kept = JSON.parse(localStorage.getItem(keyOf(amplifierId)) ?? "null") as Remembered;
    return Number.isFinite(kept?.kelvin) && Number.isFinite(kept?.at) ? kept : null;
  } catch {
    return null;
  }
};

/**
 * The sink as it is now: as warm as the last run is predicted to have left it, less what it lost since.
 * @param now milliseconds, as Date.now gives them
 */
export const warmSink = (
  amplifierId: string,
  sink: SinkFacts | null | undefined,
  now = Date.now(),
): SinkForecast | null => {
  if (!sink) return null;
  const before = remembered(amplifierId);
  const startKelvin = before
    ? restedRise(before.kelvin, sink, Math.max(0, now - before.at) / 1000)
    : 0;
  return { ...sink, startKelvin };
};

/** What a run has brought it to by now, read or predicted. A browser that keeps nothing lets the next begin from cold. */
export const rememberSink = (
  amplifierId: string,
  sink: SinkFacts | null,
  { sinkCelsius, predictedSinkCelsius }: SinkSeen,
  now = Date.now(),
): void => {
  const celsius = sinkCelsius ?? predictedSinkCelsius;
  if (!sink || celsius === null) return;
  try {
    const kept: Remembered = { kelvin: celsius - sink.roomCelsius, at: now };
    localStorage.setItem(keyOf(amplifierId), JSON.stringify(kept));
  } catch {
    // Nothing is lost but the warmth of runs before.
  }
};
