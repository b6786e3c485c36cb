import { Box, Grid, Text } from "@chakra-ui/react";
import { cssColor } from "../charts/cssColor";

const STEPS = [
  "Feed both channels the same tone, one of them 6 dB higher (twice the drive).",
  "Connect a centre-tapped load to the higher channel and an equal load to the other.",
  "Match the levels: with a small tone, adjust the tap or the drive until the voltage between the tap and the other channel’s hot terminal is at a minimum.",
  "Raise the drive. The voltage left between tap and hot terminal is what the higher channel adds: listen to it through a divider, or record it.",
];

/** The bench way to hear what an amplifier adds without any computer: explained, not run. */
export function NullMethod({ isBridgeTied }: { isBridgeTied: boolean }) {
  return (
    <Grid templateColumns={{ base: "1fr", xl: "1.1fr 1fr" }} gap={5} mt={3}>
      <Box>
        <svg
          role="img"
          aria-label="Wiring: channel B, 6 dB higher, across a centre-tapped load; channel A across an equal load; the listening point is between the tap and the hot terminal of A. Both returns join only at the amplifier."
          viewBox="0 0 420 250"
          style={{ width: "100%", maxWidth: "460px", fontFamily: "inherit" }}
        >
          <g fill="none" stroke={cssColor("ink")} strokeWidth="2">
            <rect x="14" y="40" width="110" height="60" rx="8" stroke={cssColor("spruce")} />
            <rect x="14" y="150" width="110" height="60" rx="8" stroke={cssColor("plum")} />
            <path d="M124,55H300" />
            <path d="M124,165H230V150H250" />
            <path d="M250,144v12h60v-12z" />
            <path d="M310,150h30v-6v12h60v-12h-60v6" />
            <path d="M400,150h10V225H124V195" strokeDasharray="6 4" />
            <path d="M300,55v-8h60v16h-60v-8M360,55h20V95H124V85" strokeDasharray="6 4" />
            <path d="M325,150V120" stroke={cssColor("ember")} />
            <path d="M200,55V120" stroke={cssColor("ember")} />
            <circle cx="325" cy="120" r="5" fill={cssColor("ember")} stroke="none" />
            <circle cx="200" cy="120" r="5" fill={cssColor("ember")} stroke="none" />
          </g>
          <g style={{ fontSize: "14px", fill: cssColor("ink") }}>
            <text x="26" y="75">
              A
            </text>
            <text x="26" y="185">
              B, 6 dB higher
            </text>
            <text x="306" y="40">
              8 Ω
            </text>
            <text x="252" y="178">
              8 Ω
            </text>
            <text x="345" y="178">
              8 Ω
            </text>
            <text x="213" y="124" style={{ fill: cssColor("ember"), fontWeight: 700 }}>
              listen here
            </text>
          </g>
        </svg>
      </Box>
      <Box fontSize="14.5px">
        {STEPS.map((step, k) => (
          <Text key={step} mb={1.5}>
            <b>{k + 1}.</b> {step}
          </Text>
        ))}
        <Box
          bg="ochreWash"
          borderLeftWidth="4px"
          borderColor="ember"
          borderRadius="6px"
          px={3}
          py={2}
          mt={2}
        >
          <Text fontWeight={700}>
            {isBridgeTied
              ? "Not with this amplifier as it is connected."
              : "Never with bridge-tied outputs."}
          </Text>
          <Text>
            Both terminals swing there, and joining them is a short. Isolate the return of the
            listening device: neither point is ground, and a grounded clip would short an output.
            Until the levels match, full output appears between the two points: keep headphones off
            and the divider in.
          </Text>
        </Box>
      </Box>
    </Grid>
  );
}
