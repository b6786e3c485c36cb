"use client";
import { Box, Flex, Text } from "@chakra-ui/react";
import { EXAMPLE_RIGS, type ExampleName } from "@/bench/simulated";
import { kindText } from "./rigText";

const NAMES = Object.keys(EXAMPLE_RIGS) as ExampleName[];

/** The amplifiers that ship with the bench, one to be chosen. */
export function RigPicker({
  chosen,
  onChoose,
}: {
  chosen: ExampleName;
  onChoose(name: ExampleName): void;
}) {
  return (
    <Flex
      role="radiogroup"
      aria-label="Simulated amplifier"
      direction="column"
      gap={1}
      overflowY="auto"
      minH={0}
    >
      {NAMES.map((name) => {
        const rig = EXAMPLE_RIGS[name];
        const isChosen = name === chosen;
        return (
          <Box
            asChild
            key={name}
            position="relative"
            borderRadius="control"
            borderWidth="1px"
            borderColor={isChosen ? "spruce" : "transparent"}
            bg={isChosen ? "sunken" : undefined}
            px={3}
            py="5px"
            cursor="pointer"
            _hover={{ bg: "sunken" }}
            _focusWithin={{ outline: "3px solid {colors.spruce}", outlineOffset: "1px" }}
          >
            <label>
              <input
                type="radio"
                name="rig"
                value={name}
                checked={isChosen}
                onChange={() => onChoose(name)}
                style={{ position: "absolute", opacity: 0 }}
              />
              <Text as="span" display="block" fontWeight={700} fontSize="15px" lineHeight={1.25}>
                {rig.name}
              </Text>
              <Text as="span" display="block" color="muted" fontSize="13px" lineHeight={1.3}>
                {kindText(rig)}
                {rig.faults.length > 0 && ", faulty"}
              </Text>
            </label>
          </Box>
        );
      })}
    </Flex>
  );
}
