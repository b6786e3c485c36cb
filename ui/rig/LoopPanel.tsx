"use client";
import { Heading, HStack, Text } from "@chakra-ui/react";
import { rigFitness, type RigFitness } from "@/core/rig";
import { amplitudeRatioToDb, formatFixed, formatHertz, formatPercent } from "@/core/units";
import type { StatedPower, RigSettings } from "@/records";
import { Panel } from "../parts/Panel";
import { Reading } from "../parts/Reading";
import { Remove } from "../parts/Remove";
import { ToneDrop } from "./ToneDrop";

export type LoopPanelProps = {
  loop: RigSettings["loop"];
  claims: readonly StatedPower[];
  onLoop(loop: RigSettings["loop"]): void;
};

/** The rig's own distortion and noise: its source wired straight to its converter. */
export function LoopPanel({ loop, claims, onLoop }: LoopPanelProps) {
  const limits = claims.map(({ distortionLimitRatio }) => distortionLimitRatio);
  const tightest = limits.length > 0 ? Math.min(...limits) : null;
  const fitness = loop && rigFitness(loop.thdPlusNoiseRatio, tightest ?? 0.01);
  return (
    <Panel>
      <Heading as="h2" fontSize="19px">
        Loop-back check
      </Heading>
      <Text color="muted" fontSize="14px" mb={2.5}>
        Connect the source straight to the converter, through the divider if there is one, and
        record its tone at the level you will use.
      </Text>
      {loop && fitness && (
        <>
          <HStack align="start" justify="space-between">
            <Reading
              value={formatPercent(loop.thdPlusNoiseRatio, 2).replace(" %", "")}
              unit="% THD+N"
            />
            <Remove label="Delete the check" onClick={() => onLoop(null)} />
          </HStack>
          <Text
            mt={1}
            fontSize="14.5px"
            color={tightest !== null && !fitness.isFit ? "ember" : undefined}
            fontWeight={tightest !== null && !fitness.isFit ? 700 : 400}
            data-testid="fitness"
          >
            {formatFixed(amplitudeRatioToDb(loop.thdPlusNoiseRatio), 1)} dB at{" "}
            {formatHertz(loop.frequencyHz, 3)}, THD alone {formatPercent(loop.thdRatio, 2)}.{" "}
            {fitnessText(tightest, fitness)}
          </Text>
        </>
      )}
      <HStack mt={3}>
        <ToneDrop
          label={loop ? "Check again" : "Analyse a loop-back recording"}
          testId="loop-file"
          onTone={({ frequencyHz, thdRatio, thdPlusNoiseRatio }) =>
            onLoop({ frequencyHz, thdRatio, thdPlusNoiseRatio, at: new Date().toISOString() })
          }
        />
      </HStack>
    </Panel>
  );
}

/** What the rig's own distortion is good for. @param tightest of the claimed limits; null where there is none */
const fitnessText = (
  tightest: number | null,
  { isFit, leastLimitRatio, worstErrorRatio }: RigFitness,
): string => {
  const least = formatPercent(leastLimitRatio, 2);
  if (tightest === null) return `Suitable for limits down to ${least}.`;
  const claimed = formatPercent(tightest, 2);
  return isFit
    ? `Clean enough for the claimed ${claimed}: a reading there has an error of at most ${formatPercent(worstErrorRatio, 2)}.`
    : `Not clean enough for the claimed ${claimed}: suitable for limits down to ${least} only.`;
};
