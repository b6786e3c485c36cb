import { Box, Text } from "@chakra-ui/react";
import { PanelTitle } from "../parts/FloatingPanel";
import { PageLink } from "../parts/PageLink";
import { unbroken } from "../parts/unbroken";
import { GLOSSARY, type TermKey } from "./glossary";

export type ExplanationProps = { term: TermKey };

/** A word of the field as it stands in a panel. */
export function Explanation({ term }: ExplanationProps) {
  const { name, what, why, how, source } = GLOSSARY[term];
  return (
    <Box fontSize="14.5px">
      <PanelTitle>{name}</PanelTitle>
      <Text mb={1.5}>{unbroken(what)}</Text>
      <Text mb={1.5}>{unbroken(why)}</Text>
      <Text mb={1.5} color="muted">
        In Rimebank: {unbroken(how)}
      </Text>
      <Text fontSize="13px" color="muted">
        {source}.{" "}
        <PageLink href="/words" style={{ textDecoration: "underline" }}>
          Glossary
        </PageLink>
      </Text>
    </Box>
  );
}
