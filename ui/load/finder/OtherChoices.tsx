import { Box, Heading, Text } from "@chakra-ui/react";
import {
  networkText,
  whyWorse,
  type LoadChoice,
  type LoadDemand,
  type PowerResistor,
} from "@/core/load";
import { drawbackText } from "@/phrasing";
import { Panel } from "../../parts/Panel";
import { unbroken } from "../../parts/unbroken";

/** All choices, best first, each with why it is worse. */
export function OtherChoices({
  choices,
  shelf,
  demand,
  chosen,
  onChoose,
}: {
  choices: readonly LoadChoice[];
  shelf: readonly PowerResistor[];
  demand: LoadDemand;
  chosen: number;
  onChoose(index: number): void;
}) {
  return (
    <Panel>
      <Heading as="h2" fontSize="18px" mb={1}>
        Other options, and why they are worse
      </Heading>
      {choices.map((choice, index) => (
        <Box
          asChild
          key={index}
          display="block"
          w="100%"
          textAlign="start"
          borderTopWidth="1px"
          borderColor="rime"
          py={2}
          px={1.5}
          bg={index === chosen ? "sunken" : undefined}
          cursor="pointer"
        >
          <button type="button" aria-pressed={index === chosen} onClick={() => onChoose(index)}>
            <Text fontWeight={700} fontSize="14.5px" lineHeight={1.35}>
              {choice.channels.map(({ network }) => networkText(network, shelf)).join(" and ")}
            </Text>
            <Text color="muted" fontSize="13.5px">
              {index === 0
                ? "the best"
                : unbroken(whyWorse(choice, choices[0], demand).map(drawbackText).join("; ")) ||
                  "slightly worse overall"}
            </Text>
          </button>
        </Box>
      ))}
    </Panel>
  );
}
