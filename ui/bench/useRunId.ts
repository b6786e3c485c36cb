import { useState } from "react";
import { newId } from "../parts/newId";

/** The id of the run that is being made: the same however often it is sent, until it is stored. */
export type RunId = { current(): string; stored(): void };

export const makeRunId = (): RunId => {
  let id: string | null = null;
  return {
    current: () => (id ??= newId()),
    stored: () => {
      id = null;
    },
  };
};

export const useRunId = (): RunId => useState(makeRunId)[0];
