// Fills the data folder with the demo shelf, unless something is on the shelf already.
import { dataFolder, lockFolder, openDatabase } from "@/store";
import { makeDemo } from "./makeDemo";

const main = async (): Promise<void> => {
  const folder = dataFolder();
  const letGo = lockFolder(folder);
  const db = await openDatabase(folder);
  const added = await makeDemo(db, folder, new Date());
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
