import { object, type InferType } from "yup";
import { revision } from "./revision";
import { trimmed } from "./text";

/** "/home/ann/recordings", "D:\\bench" or "\\\\server\\bench": from the root on. */
const FROM_ROOT = /^(\/|[A-Za-z]:[\\/]|\\\\)/;

/** A folder of this machine where another program saves its recordings; empty where none is watched. */
export const watchingSchema = object({
  revision: revision(),
  folder: trimmed()
    .max(1000, "Keep the path under 1000 characters.")
    .defined()
    .default("")
    .test("root", "Enter the full path, such as /home/ann/recordings.", (value) =>
      !value ? true : FROM_ROOT.test(value),
    ),
});

export type Watching = InferType<typeof watchingSchema>;

/** A file of the watched folder. One that is still being written is not whole. */
export type WatchedFile = { name: string; bytes: number; modifiedAt: string; isWhole: boolean };

/** What is in the watched folder, the newest first; or why it cannot be read. */
export type Watched = {
  folder: string;
  trouble: string | null;
  files: readonly WatchedFile[];
};
