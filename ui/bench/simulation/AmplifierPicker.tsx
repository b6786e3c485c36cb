"use client";
import { Box, Flex, Text } from "@chakra-ui/react";
import { CATALOGUE, fromCatalogue, panelOf, type CatalogueName } from "@/bench/catalogue";

const SHIPPED = CATALOGUE.map((name) => ({ name, ...panelOf(fromCatalogue(name)) }));

/** The amplifiers that ship with the bench, one to be chosen. */
export function AmplifierPicker({
  chosen,
  onChoose,
}: {
  chosen: CatalogueName;
  onChoose(name: CatalogueName): void;
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
      {SHIPPED.map(({ name, title, note, faults }) => {
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
                name="simulated-amplifier"
                value={name}
                checked={isChosen}
                onChange={() => onChoose(name)}
                style={{ position: "absolute", opacity: 0 }}
              />
              <Text as="span" display="block" fontWeight={700} fontSize="15px" lineHeight={1.25}>
                {title}
              </Text>
              <Text as="span" display="block" color="muted" fontSize="13px" lineHeight={1.3}>
                {note}
                {faults.length > 0 && ", faulty"}
              </Text>
            </label>
          </Box>
        );
      })}
    </Flex>
  );
}
