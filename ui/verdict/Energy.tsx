import { Box, Text } from "@chakra-ui/react";
import { formatFixed, formatSignificant, formatWithUncertainty } from "@/core/units";
import { energyRemarkText } from "@/phrasing";
import { idleYearKilowattHours, type MainsLevel, type MeasuredMains } from "@/records/facts";
import { Explain } from "../words/Explain";

const COVERAGE = 2;

/** Power budget at each level: in, out, heat; what a clamp would say, and what does not add up. */
export function Energy({ mains }: { mains: MeasuredMains | null }) {
  if (!mains) return null;
  const { levels, inrush } = mains;
  // Of several equal remarks the one at the highest level, which stands last.
  const remarks = new Map(
    levels.flatMap(({ balance }) =>
      balance.remarks.map((remark) => [remark.code as string, energyRemarkText(remark)]),
    ),
  );
  for (const doubt of levels.flatMap(({ doubts }) => doubts)) remarks.set(doubt, doubt);
  const idle = levels.find(({ label }) => label === "idle");
  return (
    <Box mt={3} data-testid="energy">
      <Box as="table" width="100%" fontSize="14.5px" textAlign="right" aria-label="Power budget">
        <thead>
          <Box as="tr" color="muted" fontSize="13px">
            <th />
            <Head>In</Head>
            <Head>Out</Head>
            <Head>Heat</Head>
            <Head>
              Power factor <Explain term="power-factor" of="power factor" />
            </Head>
            <Head>Breaker margin</Head>
          </Box>
        </thead>
        <tbody>
          {levels.map((level) => (
            <Level key={level.label} level={level} />
          ))}
        </tbody>
      </Box>
      {[...remarks.values()].map((remark) => (
        <Text key={remark} fontSize="13.5px" color="ochre" mt={1}>
          {remark}
        </Text>
      ))}
      <Text fontSize="13.5px" color="muted" mt={1}>
        {idle &&
          `If never switched off it uses ${formatSignificant(idleYearKilowattHours(idle.balance.inWatts.value), 2)} kWh a year. `}
        {inrush && `Inrush ${formatSignificant(inrush.peak, 2)} A; ${inrushText(inrush)}`}
      </Text>
    </Box>
  );
}

const outText = (outWatts: MainsLevel["balance"]["outWatts"]): string => {
  if (outWatts === null) return "not read";
  return outWatts.value > 0 ? `${formatSignificant(outWatts.value, 3)} W` : "–";
};

const inrushText = ({ peak, stands }: { peak: number; stands: number }): string =>
  peak <= stands
    ? `the breaker holds ${formatSignificant(stands, 2)} A.`
    : `a fast breaker may trip above ${formatSignificant(stands, 2)} A.`;

function Head({ children }: { children: React.ReactNode }) {
  return (
    <Box as="th" fontWeight={400} pb={1} whiteSpace="nowrap">
      {children}
    </Box>
  );
}

function Level({ level: { label, balance, marginAmperes } }: { level: MainsLevel }) {
  const { inWatts, outWatts, heatWatts, powerFactor } = balance;
  const heat =
    heatWatts && formatWithUncertainty(heatWatts.value, COVERAGE * heatWatts.stdUncertainty);
  return (
    <Box as="tr" borderTopWidth="1px" borderColor="rime">
      <Box as="th" textAlign="left" fontWeight={400} color="muted" py={1}>
        {label}
      </Box>
      <td>{formatSignificant(inWatts.value, 3)} W</td>
      <td>{outText(outWatts)}</td>
      <Box as="td" fontWeight={600}>
        {heat ? `${heat.value} ± ${heat.uncertainty} W` : "–"}
      </Box>
      <td>{powerFactor ? formatFixed(powerFactor.value, 2) : "–"}</td>
      <td>{marginAmperes === null ? "–" : `${formatFixed(marginAmperes, 1)} A`}</td>
    </Box>
  );
}
