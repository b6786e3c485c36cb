// npm run torture [KILLS]: kills the built server again and again while it stores, 1000 times by default.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { seededUniform } from "@/core/signal";
import { killLoop } from "@/e2e/killLoop";

const main = async (): Promise<void> => {
  const kills = Number(process.argv[2] ?? 1000);
  const folder = mkdtempSync(join(tmpdir(), "rimebank-torture-"));
  try {
    const seed = 1;
    const found = await killLoop(folder, kills, seededUniform(seed));
    console.log(
      `${found.kills} kills (seed ${seed}): ${found.runs} runs, ${found.claims} claims, ${found.captures} captures and ${found.documents} documents acknowledged, ${found.resent} runs sent again. None lost, none broken, none double.`,
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
};

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
