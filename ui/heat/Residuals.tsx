import { Box, HStack, Text } from "@chakra-ui/react";
import type { CourseFit } from "@/core/heat";
import { formatSignificant } from "@/core/units";
import { cssColor } from "../charts/cssColor";
import { useSize } from "../charts/useSize";

const HEIGHT_PX = 46;
/** From this correlation of neighbours on the residual is more than chance. */
const ALIKE = 0.5;
/** Less than this is no matter, whatever its shape, in kelvin. */
const NO_MATTER = 0.2;

/** The residual of the readings from the best fit, along time: chance, or something that the model leaves out. */
export function Residuals({
  name,
  fit: { residuals, residualKelvin, residualCorrelation, fromSeconds, toSeconds },
}: {
  name: string;
  fit: CourseFit;
}) {
  const [frame, { widthPx }] = useSize<HTMLDivElement>({ widthPx: 500, heightPx: HEIGHT_PX });
  const { seconds, kelvin } = residuals;
  const most = kelvin.reduce((high, each) => Math.max(high, Math.abs(each)), 1e-6);
  const x = (at: number) => (widthPx * (at - fromSeconds)) / (toSeconds - fromSeconds);
  const y = (rest: number) => HEIGHT_PX / 2 - (0.46 * HEIGHT_PX * rest) / most;
  const points = Array.from(seconds, (at, k) => `${x(at).toFixed(1)},${y(kelvin[k]).toFixed(1)}`);
  const size = formatSignificant(residualKelvin, 2);
  return (
    <HStack mt={2} gap={4} align="center">
      <Text fontSize="13.5px" color="muted" w="190px" flexShrink={0}>
        Fit residual, {name}: {size} °C
        {residualCorrelation > ALIKE && residualKelvin > NO_MATTER
          ? ", more than chance: a draught or a change"
          : ""}
      </Text>
      <Box ref={frame} flex={1} minW={0} h={`${HEIGHT_PX}px`}>
        <svg
          role="img"
          aria-label={`Residual of the fit: ${size} °C RMS`}
          width={widthPx}
          height={HEIGHT_PX}
        >
          <line
            x1={0}
            x2={widthPx}
            y1={HEIGHT_PX / 2}
            y2={HEIGHT_PX / 2}
            stroke={cssColor("rime")}
          />
          <polyline points={points.join(" ")} fill="none" stroke={cssColor("muted")} />
        </svg>
      </Box>
    </HStack>
  );
}
