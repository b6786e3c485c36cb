"use client";
import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Run } from "@/records";
import { setupFacts, setupOfRun } from "@/records/facts";
import { settingName } from "@/phrasing";
import { ActionButton } from "../parts/ActionButton";
import { fetched } from "../parts/fetched";
import { Panel } from "../parts/Panel";
import type { SetupFormProps } from "./SetupForm";

const SetupForm = fetched<SetupFormProps>(() =>
  import("./SetupForm").then((module) => module.SetupForm),
);

type RunSetupProps = Pick<SetupFormProps, "run" | "amplifier" | "details" | "loads">;

/** What a reading was taken on: supply, switches, outputs, input. It can be corrected, and what stood there before stays readable. */
export function RunSetup({ run, amplifier, details, loads }: RunSetupProps) {
  const [isOpen, setOpen] = useState(false);
  const { conditions, source, remarks } = run;
  const setup = setupOfRun({ source, ...conditions }, details);
  const facts = setupFacts(setup, details);
  const corrections = remarks.corrected ?? [];
  const isOpenCondition = facts.some(([, value]) => value === null);
  return (
    <Panel py={2} fontSize="14.5px" data-testid="setup">
      {facts.map(([label, value]) => (
        <Flex key={label} gap={2}>
          <Text color="muted" w="120px" flexShrink={0}>
            {label}
          </Text>
          <Text fontWeight={600} color={value === null ? "ochre" : undefined}>
            {value ?? "not recorded"}
          </Text>
        </Flex>
      ))}
      {facts.length === 0 && <Text>As supplied</Text>}
      {isOpenCondition && (
        <Text color="ochre" mt={1}>
          Until this is recorded, the reading counts for no claim.
        </Text>
      )}
      {isOpen ? (
        <SetupForm
          {...{ run, amplifier, details, loads }}
          recorded={setup}
          onDone={() => setOpen(false)}
        />
      ) : (
        <ActionButton
          tone={isOpenCondition ? "primary" : "quiet"}
          minH="32px"
          px={2.5}
          mt={1.5}
          fontSize="13.5px"
          onClick={() => setOpen(true)}
        >
          {isOpenCondition ? "Record conditions" : "Correct conditions"}
        </ActionButton>
      )}
      {corrections.length > 0 && (
        <Box color="muted" fontSize="13.5px" mt={1.5}>
          {corrections.map(({ at, was }) => (
            <Text key={at}>
              Corrected on {at.slice(0, 10)}; before: {beforeText(was)}.
            </Text>
          ))}
        </Box>
      )}
    </Panel>
  );
}

/** What a correction replaced, in a few words. */
const beforeText = ({
  setup,
  setting = "",
  inputUsed = "",
  channelsDriven,
}: NonNullable<Run["remarks"]["corrected"]>[number]["was"]): string => {
  const usual = setup ? "as supplied" : "not recorded";
  return [settingName(setting) || usual, inputUsed, `${channelsDriven} driven`]
    .filter(Boolean)
    .join(", ");
};
