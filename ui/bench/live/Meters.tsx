import { Box, Flex, HStack, Text } from "@chakra-ui/react";
import { amplitudeRatioToDb, formatPercent, formatSignificant } from "@/core/units";
import { channelLetter } from "@/core/verdict";
import { channelLook } from "@/drawing/channelLook";
import type { LiveReading } from "@/pipeline/liveBench";
import { useSize } from "../../charts/useSize";
import { Reading } from "../../parts/Reading";
import { LiveSpectrum } from "../playing/LiveSpectrum";
import { LiveWave } from "../playing/LiveWave";
import { probeText } from "./probeText";
import { FlatTops } from "./FlatTops";

/** The live output in figures, as wave and spectrum, with the drive and what is around it; a guard that tripped stands over it. */
export function Meters({
  reading,
  isHeld,
  limitLabel,
}: {
  reading: LiveReading;
  isHeld: boolean;
  limitLabel: string;
}) {
  const { trip, ramp } = reading;
  const [ref, { widthPx }] = useSize<HTMLDivElement>({ widthPx: 600, heightPx: 150 });
  return (
    <Box>
      {trip && (
        <Box
          role="alert"
          bg="emberSolid"
          color="onEmber"
          borderRadius="control"
          px={4}
          py={2.5}
          mb={3}
        >
          <Text fontWeight={700} fontSize="17px">
            Guard: output reduced.
          </Text>
          <Text>{trip.text} Press Esc to acknowledge, then raise the drive again.</Text>
        </Box>
      )}
      <Flex gap={5} align="center" wrap="wrap">
        <LiveWave glimpse={reading.glimpse} width={170} height={100} />
        <Box flex="1 1 420px" minW={0}>
          {reading.channels.map((channel, k) => (
            <Box key={k} mb={2} data-testid={`live-${channelLetter(k)}`}>
              <HStack gap={3} align="baseline">
                <Text fontSize="20px" fontWeight={700} color={channelLook(k).color}>
                  {channelLetter(k)}
                </Text>
                <Box minW="160px">
                  <Reading value={formatSignificant(channel.powerWatts, 3)} unit="W" />
                </Box>
                <FlatTops flattening={channel.flattening} />
              </HStack>
              <Text fontSize="15px" color="muted" pl="26px">
                {formatSignificant(channel.voltsRms, 4)} V RMS, peak{" "}
                {formatSignificant(channel.voltsPeak, 3)} V,{" "}
                {channel.thdPlusNoiseRatio === null
                  ? "no tone"
                  : `${formatPercent(channel.thdPlusNoiseRatio, 2)} THD+N`}
              </Text>
            </Box>
          ))}
        </Box>
      </Flex>
      <Box ref={ref} minW={0}>
        <LiveSpectrum glimpse={reading.glimpse} width={widthPx} height={150} />
      </Box>
      <Text fontSize="15px" mt={1} data-testid="live-drive">
        Drive <b>{formatSignificant(reading.driveVoltsRms, 4)} V</b>,{" "}
        {formatSignificant(
          amplitudeRatioToDb(reading.mostDriveVoltsRms / reading.driveVoltsRms),
          3,
        )}{" "}
        dB below the source’s maximum. {aroundText(reading)}
        {isHeld && <b> Hold.</b>}
        {ramp && (
          <b>
            {" "}
            {ramp.phase === "ended"
              ? {
                  limit: `At the limit: just below ${limitLabel}.`,
                  source: "The source is at its maximum.",
                  "never-within": "Above the limit at the first level already.",
                }[ramp.end ?? "limit"]
              : `${ramp.phase === "coarse" ? "Rising by 1" : "Approaching by 0.1"} dB…`}
          </b>
        )}
      </Text>
    </Box>
  );
}

/** Readings of load, heat sink and mains, and what is not measured. */
const aroundText = (reading: LiveReading): string => {
  const { sinkCelsius, predictedSinkCelsius, mainsWatts } = reading;
  const load = hottest(reading);
  const readings = [
    Number.isFinite(load) && `load ${probeText(load)}`,
    sinkCelsius !== null && `heat sink ${probeText(sinkCelsius)}`,
    predictedSinkCelsius !== null && `heat sink predicted at ${probeText(predictedSinkCelsius)}`,
    mainsWatts !== null && `mains ${formatSignificant(mainsWatts, 3)} W`,
  ].filter((each) => each !== false);
  const unmeasured = [
    sinkCelsius === null && "temperatures",
    mainsWatts === null && "the mains",
  ].filter((each) => each !== false);
  const sentences = [
    readings.join(", "),
    unmeasured.length > 0 &&
      `nothing measures ${unmeasured.join(" or ")} here: watch them yourself`,
  ].filter((each) => each !== false && each !== "") as string[];
  return sentences.map((each) => `${each[0].toUpperCase()}${each.slice(1)}.`).join(" ");
};

const hottest = ({ channels }: LiveReading): number =>
  Math.max(...channels.map(({ loadCelsius }) => loadCelsius ?? -Infinity));
