"use client";
import { Box, Popover, Portal, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { PageLink } from "../parts/PageLink";
import { unbroken } from "../parts/unbroken";
import { GLOSSARY, type TermKey } from "./glossary";

/**
 * Says what a quantity is, why it matters and how it is measured here, a press away.
 * @param children what is pressed; a small question mark where there is nothing
 */
export function Explain({ term, children }: { term: TermKey; children?: ReactNode }) {
  const { name, what, why, how, source } = GLOSSARY[term];
  return (
    <Popover.Root lazyMount unmountOnExit>
      <Popover.Trigger asChild>
        {children ? (
          <button type="button" style={{ textAlign: "left" }}>
            <Box
              as="span"
              textDecoration="underline dotted"
              textUnderlineOffset="3px"
              textDecorationColor="muted"
            >
              {children}
            </Box>
          </button>
        ) : (
          <button type="button" aria-label={`What is ${name}?`}>
            <QuestionMark />
          </button>
        )}
      </Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content bg="surface" borderColor="rime" borderWidth="1px" w="330px">
            <Popover.Body fontSize="14.5px">
              <Popover.Title fontWeight={700} fontSize="16px" mb={1}>
                {name}
              </Popover.Title>
              <Text mb={1.5}>{unbroken(what)}</Text>
              <Text mb={1.5}>{unbroken(why)}</Text>
              <Text mb={1.5} color="muted">
                Here: {unbroken(how)}
              </Text>
              <Text fontSize="13px" color="muted">
                {source}.{" "}
                <PageLink href="/words" style={{ textDecoration: "underline" }}>
                  All words
                </PageLink>
              </Text>
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
}

function QuestionMark() {
  return (
    <Box
      as="span"
      display="inline-block"
      boxSize="17px"
      lineHeight="15px"
      textAlign="center"
      borderWidth="1px"
      borderColor="muted"
      borderRadius="full"
      fontSize="11.5px"
      fontWeight={700}
      color="muted"
    >
      ?
    </Box>
  );
}
