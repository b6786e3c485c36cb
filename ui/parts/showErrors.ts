import type { FieldValues, Path, UseFormSetError } from "react-hook-form";
import type { FieldErrors } from "@/records";

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
