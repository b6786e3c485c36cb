// Fills the data folder with the demo shelf, unless something is on the shelf already.
import { availableParallelism } from "node:os";
import { dataFolder, lockFolder, openDatabase } from "@/store";
import { makeDemo } from "./makeDemo";
import { players } from "./players";

const main = async (): Promise<void> => {
  const folder = dataFolder();
  const letGo = lockFolder(folder);
  const db = await openDatabase(folder);
  const { play, letGo: endPlayers } = players(folder, availableParallelism());
  const added = await makeDemo(db, folder, new Date(), {
    play,
    onProgress: (doneCount, count) => {
      if (process.stdout.isTTY) process.stdout.write(`\rDemo data: run ${doneCount} of ${count}`);
      else if (doneCount % 20 === 0) console.log(`Demo data: run ${doneCount} of ${count}`);
    },
  }).finally(endPlayers);
  if (process.stdout.isTTY) process.stdout.write("\r");
  await db.destroy();
  letGo();
  console.log(
    added > 0
      ? `Demo data: ${added} amplifiers put on the shelf in ${folder}`
      : `Demo data: the shelf in ${folder} is in use and was left alone`,
  );
};

main().catch((error: unknown) => {
  console.error(
    `Demo data could not be made: ${error instanceof Error ? error.message : String(error)}`,
  );
  process.exitCode = 1;
});
