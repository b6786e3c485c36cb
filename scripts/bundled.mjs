// Runs a script of the project bundled, as the application itself runs: each module by itself, as tsx loads them, is a tenth slower.
// node scripts/bundled.mjs scripts/bench.ts simulate
import { build } from "esbuild";
import { join } from "node:path";
import { ROOT, run } from "./prepare.mjs";

const [script, ...rest] = process.argv.slice(2);
const outfile = join(ROOT, "node_modules", ".cache", "rimebank", "bundled.cjs");
await build({
  absWorkingDir: ROOT,
  entryPoints: [script],
  outfile,
  bundle: true,
  packages: "external",
  platform: "node",
  target: "node20",
  logLevel: "warning",
});
run(process.execPath, [outfile, ...rest]);
