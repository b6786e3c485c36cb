import "server-only";
import { DEFAULT_UPLOAD_LIMIT_BYTES } from "@/records";

/** Largest capture in bytes: RIMEBANK_UPLOAD_LIMIT_MB, or the default. */
export const uploadLimitBytes = (): number => {
  const asked = Number(process.env.RIMEBANK_UPLOAD_LIMIT_MB);
  return asked > 0 ? asked * 1024 * 1024 : DEFAULT_UPLOAD_LIMIT_BYTES;
};
