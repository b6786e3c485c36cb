"use client";
import { Box, Flex, Text } from "@chakra-ui/react";
import { Fragment, useMemo } from "react";
import { KeyCap } from "../parts/KeyCap";
import { useKeys } from "../parts/keys";
import type { ChainLinkName } from "@/records/facts";
import { ChainPanel, type ChainSettings } from "./ChainPanel";
import { useChain, type ChainLink } from "./chainState";

const LINKS: readonly ChainLinkName[] = ["source", "amplifier", "load", "probe", "reading"];

/** Source > Amplifier > Load > Probe > Reading, and Mute at its end. Selecting a link opens what it is set to, there. */
export function ChainStrip({
  amplifierId,
  settings,
}: {
  amplifierId: string;
  settings: ChainSettings;
}) {
  const { chain } = useChain();
  const mute = chain.mute;
  useKeys(
    useMemo(
      () => [{ key: "Escape", label: "Mute: stop what is running", run: () => mute?.() }],
      [mute],
    ),
  );
  return (
    <Flex
      as="header"
      aria-label="Signal chain"
      display={{ base: "flex", _print: "none" }}
      align="center"
      px={5}
      py={3}
      gap={0}
      borderBottomWidth="1px"
      borderColor="rime"
      position="sticky"
      top={0}
      bg="paper"
      zIndex={5}
    >
      {LINKS.map((name, index) => (
        <Fragment key={name}>
          {index > 0 && (
            <Box
              w="18px"
              minW="10px"
              h="4px"
              bg={chain[name].isLive && chain[LINKS[index - 1]].isLive ? "emberSolid" : "rime"}
              aria-hidden
            />
          )}
          <ChainPanel name={name} amplifierId={amplifierId} settings={settings}>
            <Capsule link={chain[name]} />
          </ChainPanel>
        </Fragment>
      ))}
      <button
        type="button"
        onClick={() => mute?.()}
        aria-disabled={!mute}
        aria-keyshortcuts="Escape"
        data-testid="mute"
      >
        <Flex
          ml={4}
          h="56px"
          px={5}
          align="center"
          gap={3}
          borderRadius="control"
          fontWeight={700}
          bg={mute ? "emberSolid" : "sunken"}
          color={mute ? "onEmber" : "muted"}
          borderWidth="1px"
          borderColor={mute ? "emberSolid" : "rime"}
        >
          Mute <KeyCap>Esc</KeyCap>
        </Flex>
      </button>
    </Flex>
  );
}

function Capsule({ link }: { link: ChainLink }) {
  return (
    <Box
      h="56px"
      px={3}
      py={1.5}
      bg="surface"
      borderWidth="1.5px"
      borderColor={link.isLive ? "emberSolid" : "rime"}
      borderRadius="12px"
    >
      <Text fontSize="12.5px" color="muted" truncate>
        {link.note}
      </Text>
      <Text fontWeight={700} truncate>
        {link.value}
      </Text>
    </Box>
  );
}
