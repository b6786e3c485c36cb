import { join } from "node:path";
import { makeDemo } from "@/demo/makeDemo";
import type { DemoAmplifier } from "@/demo/types";
import { openDatabase } from "@/store";
import type { Application } from "./application";

/** Puts amplifiers of the demo on the shelf of an application that has started, with their runs. */
export const putOnShelf = async (
  { kill, start, folder }: Pick<Application, "kill" | "start" | "folder">,
  shelf: readonly DemoAmplifier[],
): Promise<void> => {
  await kill();
  const data = join(folder(), "data");
  const db = await openDatabase(data);
  await makeDemo(db, data, new Date("2026-11-25T10:00:00Z"), { shelf });
  await db.destroy();
  await start();
};
