import type { ReactNode } from "react";
import { Heading, HStack, Text } from "@chakra-ui/react";
import { format, parseISO } from "date-fns";
import { amplitudeRatioToDb, formatFixed, formatHertz, formatPercent } from "@/core/units";
import type { AudioInterface } from "@/records";
import { isOfLoops, type Loop } from "@/records/facts";
import { ActionButton } from "../../parts/ActionButton";
import { Panel } from "../../parts/Panel";
import { Reading } from "../../parts/Reading";
import type { LevelsTab } from "./useLevels";

/** More than this of the mains in silence is a loop of earth. Chosen here: 80 dB under full scale. */
const HUM_RATIO = 1e-4;

export type FloorPanelProps = {
  levels: LevelsTab;
  floor: AudioInterface["floor"];
  /** What comes in ends here, where somebody resamples on the way; null where nothing does. */
  edgeHz: number | null | undefined;
  onRead(): void;
  own: Pick<AudioInterface, "ownResponses" | "ownResponsesAt" | "ownResponsesLoops">;
  /** Which input hears which output now. */
  loops: readonly Loop[];
  onReadResponse(): void;
  /** Takes nothing out of responses any more. */
  onLeaveResponse(): void;
};

/** The loop-back check: outputs wired straight to inputs. */
export function FloorPanel({
  levels,
  floor,
  edgeHz,
  onRead,
  own: { ownResponses, ownResponsesAt, ownResponsesLoops },
  loops,
  onReadResponse,
  onLeaveResponse,
}: FloorPanelProps) {
  const areOfLoops = isOfLoops(ownResponsesLoops, loops);
  return (
    <Panel data-testid="audio-floor">
      <Heading as="h3" fontSize="17px">
        Interface alone
      </Heading>
      <Text color="muted" fontSize="14.5px" mt={1} mb={3}>
        Disconnect the amplifier. Connect each output straight to its input, then measure the
        loop-back. Readings within 10 dB of it are marked, never subtracted. Its response can be
        removed from magnitude and phase.
      </Text>
      {floor && (
        <>
          <Reading
            value={formatPercent(floor.thdPlusNoiseRatio, 2).replace(" %", "")}
            unit="% THD+N"
          />
          <Text mt={1} fontSize="14.5px">
            {formatFixed(amplitudeRatioToDb(floor.thdPlusNoiseRatio), 1)} dB, THD alone{" "}
            {formatPercent(floor.thdRatio, 2)}
            {floor.crosstalkRatio
              ? `, crosstalk ${formatFixed(amplitudeRatioToDb(floor.crosstalkRatio), 0)} dB`
              : ""}
            {floor.humRatio
              ? `, hum ${formatFixed(amplitudeRatioToDb(floor.humRatio), 0)} dB of full scale`
              : ""}
            .
          </Text>
          {!isOfLoops(floor.loops, loops) && (
            <OtherChannels>Measured with other outputs or inputs than are used now.</OtherChannels>
          )}
          {floor.humRatio !== null && floor.humRatio > HUM_RATIO && (
            <Text mt={2} fontSize="14.5px" color="ember" fontWeight={700}>
              Mains hum points to a ground loop. Run the computer on battery or put an isolating
              transformer in the signal path, then measure again.
            </Text>
          )}
        </>
      )}
      {typeof edgeHz === "number" && (
        <Text mt={2} fontSize="14.5px" color="ember" fontWeight={700} role="status">
          The input band ends at about {formatHertz(edgeHz, 2)}: the system mixer resamples from a
          lower rate. Set the device itself to this rate, or open it at {formatHertz(2 * edgeHz, 2)}
          .
        </Text>
      )}
      <HStack mt={3}>
        <ActionButton disabled={levels.isBusy} onClick={onRead}>
          {floor ? "Measure loop-back again" : "Measure loop-back"}
        </ActionButton>
        <ActionButton disabled={levels.isBusy} onClick={onReadResponse}>
          {ownResponses ? "Measure response again" : "Measure response"}
        </ActionButton>
      </HStack>
      {ownResponses && (
        <HStack mt={2} gap={3} data-testid="own-response" align="baseline">
          <Text fontSize="14.5px" flex={1}>
            {areOfLoops
              ? ownResponseText(ownResponses)
              : "Its response was measured with other outputs or inputs than are used now and is not removed."}
            {ownResponsesAt && ` Read on ${format(parseISO(ownResponsesAt), "d MMMM yyyy")}.`}
          </Text>
          <ActionButton minH="34px" px={2.5} fontSize="13.5px" onClick={onLeaveResponse}>
            Do not remove
          </ActionButton>
        </HStack>
      )}
    </Panel>
  );
}

function OtherChannels({ children }: { children: ReactNode }) {
  return (
    <Text mt={2} fontSize="14.5px" color="ember" fontWeight={700} role="status">
      {children} Measure it again.
    </Text>
  );
}

/** How far it bends over the audible band, the worst of its channels, and what becomes of it. */
const ownResponseText = (responses: NonNullable<AudioInterface["ownResponses"]>): string => {
  const audible = responses
    .flat()
    .filter(({ frequencyHz }) => frequencyHz >= 20 && frequencyHz <= 20_000)
    .map(({ ratio }) => amplitudeRatioToDb(ratio));
  const most = Math.max(...audible.map(Math.abs));
  const within = formatFixed(Math.max(0.01, Math.ceil(100 * most) / 100), 2);
  return `Its response, flat within ${within} dB from 20 Hz to 20 kHz, is removed from magnitude and phase.`;
};
