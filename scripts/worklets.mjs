// Makes the files of the audio worklets. A worklet is no worker: the application's own build knows nothing of it, and its policy rightly
// refuses modules that are not files of the application.
import { build } from "esbuild";
import { join } from "node:path";
import { fileURLToPath } from "node:url";

const ROOT = join(fileURLToPath(import.meta.url), "..", "..");

await build({
  absWorkingDir: ROOT,
  entryPoints: {
    transport: "workers/audio/transport.worklet.ts",
    virtual: "workers/audio/virtual.worklet.ts",
  },
  outdir: "public/worklets",
  bundle: true,
  minify: true,
  format: "esm",
  target: "es2022",
  logLevel: "warning",
});
