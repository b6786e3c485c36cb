"use client";
import { Box } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { fetched } from "../parts/fetched";
import { PanelButton } from "../parts/PanelButton";
import type { ExplanationProps } from "./Explanation";
import type { TermKey } from "./glossary";

const Explanation = fetched<ExplanationProps>(() =>
  import("./Explanation").then((module) => module.Explanation),
);

/** What is pressed: words, or a small question mark beside what is called so. */
export type ExplainProps = { term: TermKey } & (
  { children: ReactNode; of?: undefined } | { of: string; children?: undefined }
);

/** Says what a quantity is, why it matters and how it is measured here, a press away; the words come when they are asked for. */
export function Explain({ term, of, children }: ExplainProps) {
  return (
    <PanelButton
      width="330px"
      label={of && `What is ${of}?`}
      style={{ textAlign: "left" }}
      panel={<Explanation term={term} />}
    >
      {children ? (
        <Box
          as="span"
          textDecoration="underline dotted"
          textUnderlineOffset="3px"
          textDecorationColor="muted"
        >
          {children}
        </Box>
      ) : (
        <QuestionMark />
      )}
    </PanelButton>
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
