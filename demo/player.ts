// A process of its own that plays runs of the demo as they are handed to it, until it is let go.
import { playTask } from "./play";
import type { DemoTask } from "./types";

process.on("message", ({ folder, task }: { folder: string; task: DemoTask }) => {
  playTask(folder, task).then(
    (draft) => process.send?.({ draft }),
    (error: unknown) =>
      process.send?.({ trouble: error instanceof Error ? error.message : String(error) }),
  );
});
