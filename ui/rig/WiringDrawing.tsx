"use client";
import type { RigSettings } from "@/records";
import {
  Box,
  Wire,
  WiringNote,
  Terminals,
  LoadSymbol,
  VoltmeterSymbol,
  Probe,
  Earth,
  Harm,
  WIDTH,
  HEIGHT,
  HOT_Y,
  RETURN_Y,
  AMP_END,
  LOAD_X,
  PROBE_X,
  PROBE_WIDTH,
} from "./wiringParts";

export type WiringProps = {
  amplifierName: string;
  sourceName: string;
  converterName: string;
  voltmeterName: string | null;
  loadText: string;
  dividerText: string | null;
  probe: RigSettings["probe"];
  /** Both terminals swing: the outputs are bridge-tied, or two channels are bridged. */
  bothSwing: boolean;
  earthIsUnknown: boolean;
  withSpeaker: boolean;
  moreChannels: number;
};

/** How this amplifier is wired for measuring one channel. What would do harm is drawn as what it is. */
export function WiringDrawing(props: WiringProps) {
  const {
    amplifierName,
    sourceName,
    converterName,
    voltmeterName,
    loadText,
    dividerText,
    probe,
    bothSwing,
    withSpeaker,
    moreChannels,
  } = props;
  const isHarmful = bothSwing && probe === "grounded probe";
  return (
    <svg
      role="img"
      aria-label={wiringText(props)}
      viewBox={`0 20 ${WIDTH} ${HEIGHT - 20}`}
      style={{ width: "100%", display: "block", fontFamily: "inherit" }}
    >
      <Box x={2} y={104} width={104} height={90} title="Source" name={sourceName} />
      <Wire
        points={[
          [106, 149],
          [146, 149],
        ]}
      />
      <Box
        x={146}
        y={90}
        width={AMP_END - 146}
        height={118}
        title="Amplifier"
        name={amplifierName}
      />
      <Wire
        points={[
          [216, 208],
          [216, 244],
        ]}
      />
      <WiringNote x={216} y={262} text="mains last" />
      <WiringNote x={54} y={216} text="level at minimum" />
      <Wire
        points={[
          [AMP_END, HOT_Y],
          [LOAD_X, HOT_Y],
        ]}
      />
      <Wire
        points={[
          [AMP_END, RETURN_Y],
          [LOAD_X, RETURN_Y],
        ]}
      />
      <Terminals labels={["+", bothSwing ? "− swings too" : earthText(props.earthIsUnknown)]} />
      <LoadSymbol text={loadText} />
      {withSpeaker && (
        <WiringNote x={LOAD_X} y={RETURN_Y + 40} text="and a loudspeaker" tone="ochre" />
      )}
      {voltmeterName && <VoltmeterSymbol name={voltmeterName} />}
      <Probe probe={probe} dividerText={dividerText} isHarmful={isHarmful} />
      <Box x={616} y={104} width={102} height={90} title="Converter" name={converterName} />
      {probe === "grounded probe" && !isHarmful && (
        <Earth x={PROBE_X + PROBE_WIDTH / 2} y={RETURN_Y + 6} />
      )}
      {isHarmful && <Harm />}
      {moreChannels > 0 && (
        <WiringNote
          x={WIDTH / 2}
          y={294}
          text={
            moreChannels === 1
              ? "second channel the same, with its own load"
              : `${moreChannels} more channels the same, each with its own load`
          }
        />
      )}
    </svg>
  );
}

/** The drawing in words. */
export const wiringText = ({
  sourceName,
  amplifierName,
  loadText,
  probe,
  dividerText,
  converterName,
  bothSwing,
}: WiringProps): string =>
  `Wiring: ${sourceName} to ${amplifierName}, its output to ${loadText}, ${dividerText ? `through ${dividerText} and ` : "through "}a ${probe} to ${converterName}.${bothSwing && probe === "grounded probe" ? " Do not connect this: the grounded probe would short a swinging output." : ""}`;

const earthText = (isUnknown: boolean): string => (isUnknown ? "− grounded?" : "− grounded");
