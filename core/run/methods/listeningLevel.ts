import { failure } from "../../outcome";
import type { RunMethod } from "../types";

/** How it is played and read. */
export const listeningLevelMethod: RunMethod = {
  *shots() {},
  analyse: () =>
    failure(
      "no-samples",
      "Listening level",
      "type what the sound level meter shows; a recording across the speaker says nothing of the level at the ear.",
    ),
};
