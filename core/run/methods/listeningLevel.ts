import { failure } from "../../outcome";
import type { RunMethod } from "../types";

/** How it is played and read. */
export const listeningLevelMethod: RunMethod = {
  *shots() {},
  analyse: () =>
    failure(
      "no-samples",
      "Listening level",
      "enter the sound level meter reading; a recording across the speaker does not show the level at the ear.",
    ),
};
