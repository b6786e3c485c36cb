import { object, string } from "yup";
import { above0, MOST } from "./limits";

/** A full level, and what said it. */
export const levelSchema = () =>
  object({
    watts: above0(MOST.watts),
    from: string()
      .oneOf(["claim", "found"] as const)
      .required(),
  });
