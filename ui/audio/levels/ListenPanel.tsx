import { Grid, Text } from "@chakra-ui/react";
import type { HeardLevel } from "@/bench/audio/LevelCheck";
import { powerWatts } from "@/core/power";
import {
  amplitudeRatioToDb,
  formatFixed,
  formatHertz,
  formatPercent,
  formatSignificant,
} from "@/core/units";
import { channelLetter } from "@/core/verdict";
import type { AudioInterface, Load } from "@/records";
import { Reading } from "../../parts/Reading";

export type ListenPanelProps = {
  heard: readonly HeardLevel[];
  inputs: AudioInterface["inputs"];
  load: Load | null;
};

/** What each input hears while nothing is played from here: volts and watts where its level is known. */
export function ListenPanel({ heard, inputs, load }: ListenPanelProps) {
  const places =
    inputs.length > 0
      ? inputs.map((input, k) => ({ ...input, name: channelLetter(k) }))
      : heard.map((_, channel) => ({
          channel,
          fullScaleVolts: null,
          name: `input ${channel + 1}`,
        }));
  return (
    <Grid templateColumns="repeat(auto-fit, minmax(260px, 1fr))" gap={4} mt={3} aria-live="polite">
      {places.map(({ channel, fullScaleVolts, name }, k) => (
        <div key={channel} data-testid={`listen-${k}`}>
          <Text color="muted" fontWeight={600}>
            {name}
          </Text>
          <HeardBy
            heard={heard[channel] ?? null}
            fullScaleVolts={fullScaleVolts}
            ohms={load?.channels[Math.min(k, load.channels.length - 1)]?.ohms ?? null}
          />
        </div>
      ))}
    </Grid>
  );
}

function HeardBy({
  heard,
  fullScaleVolts,
  ohms,
}: {
  heard: HeardLevel | null;
  fullScaleVolts: number | null;
  ohms: number | null;
}) {
  if (!heard?.tone)
    return <Text>{heard?.isOverloaded ? "overdriven" : "no steady tone at the input"}</Text>;
  const { ratio, frequencyHz, thdRatio, thdPlusNoiseRatio } = heard.tone;
  const volts = fullScaleVolts === null ? null : (ratio * fullScaleVolts) / Math.SQRT2;
  return (
    <>
      {volts === null ? (
        <Reading value={formatFixed(amplitudeRatioToDb(ratio), 1)} unit="dBFS" />
      ) : (
        <Reading value={formatSignificant(volts, 5)} unit="V RMS" />
      )}
      <Text mt={1}>
        {volts !== null && ohms !== null && `${formatSignificant(powerWatts(volts, ohms), 4)} W, `}
        {formatHertz(frequencyHz, 4)}, THD {formatPercent(thdRatio, 3)}, THD+N{" "}
        {formatPercent(thdPlusNoiseRatio, 3)}
        {heard.isOverloaded && <b>, overload</b>}
      </Text>
    </>
  );
}
