// For tests only: a run in the common form, built by hand.
import type { Figure, ChannelResult, RunKind } from "@/core/run";
import { NO_REMARKS, type Run } from "..";

export const figureOf = (
  name: string,
  quantity: Figure["quantity"],
  value: number | null,
  stdUncertainty: number | null = null,
): Figure => ({ name, label: name, quantity, value, stdUncertainty, bound: null });

export const channelOf = (
  figures: readonly Figure[],
  change: Partial<ChannelResult> = {},
): ChannelResult => ({
  figures,
  curves: [],
  bursts: [],
  stop: {
    reason: "level-reached",
    evidence: "It played the tone, as it was asked to.",
    picture: null,
  },
  summary: "A sentence.",
  ...change,
});

export const measuredRun = (
  kind: RunKind,
  channels: readonly ChannelResult[],
  change: Partial<Run> = {},
): Run => ({
  id: "run",
  amplifierId: "amp",
  kind,
  source: "simulated-bench",
  sourceDetail: "bench",
  takenAt: "2026-11-25T10:00:00.000Z",
  analysisVersion: 1,
  conditions: {
    nominalOhms: 8,
    fullScaleVolts: 80,
    mainsHz: 50,
    band: { lowHz: 20, highHz: 20_000 },
    channelsDriven: channels.length,
    channels: channels.map((_, channelIndex) => ({
      channelIndex,
      loadOhms: 8.2,
      loadOhmsStdUncertainty: 0.01,
      voltsStdUncertaintyRatio: 0.002,
    })),
  },
  result: { kind, channels },
  captures: [],
  remarks: NO_REMARKS,
  ...change,
});
