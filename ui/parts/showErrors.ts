import type { FieldValues, Path, UseFormSetError } from "react-hook-form";
import type { FieldErrors, Refused } from "@/records";
import { differences } from "./differences";

/** Puts the server's messages beside the fields they belong to; what belongs to none goes to the form. */
export const showErrors = <T extends FieldValues>(
  errors: FieldErrors,
  setError: UseFormSetError<T>,
): void =>
  Object.entries(errors).forEach(([path, message]) =>
    setError((path === "" ? "root" : path.replace(/\[(\d+)\]/g, ".$1")) as Path<T> | "root", {
      message,
    }),
  );

const MOST_SHOWN = 4;

/** What a form shows of a refusal: where another window was first, also what stands there now. */
export const errorsOf = ({ errors, conflict }: Refused, mine?: unknown): FieldErrors => {
  if (!conflict) return errors;
  const there = differences(mine ?? {}, conflict.now)
    .filter((each) => each.there !== null)
    .slice(0, MOST_SHOWN)
    .map((each) => `${each.name}: ${each.there}`);
  return {
    "": `This was changed in another window to ${there.join("; ")}. Save again to replace that version, or cancel to keep it.`,
  };
};
