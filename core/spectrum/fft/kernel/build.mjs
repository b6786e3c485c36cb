// Compiles kernel.ts and writes its bytes as ../kernelBytes.ts: npm run build:fft (needed only after a change there).
import { writeFileSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import asc from "assemblyscript/asc";

const here = dirname(fileURLToPath(import.meta.url));
const { error, stderr, ...rest } = await asc.main(["kernel.ts", "--outFile", "kernel.wasm", "-O3", "--noAssert", "--enable", "simd", "--runtime", "stub", "--importMemory"], {
  readFile: async (name, base) => (await import("node:fs/promises")).readFile(join(here, base === "." ? "" : base, name), "utf8").catch(() => null),
  writeFile: (name, contents) => {
    const bytes = Buffer.from(contents).toString("base64");
    const lines = bytes.match(/.{1,110}/g).map((line) => `  "${line}",`);
    writeFileSync(resolve(here, "../kernelBytes.ts"), `// Made by kernel/build.mjs from kernel/kernel.ts; do not edit.\nexport const KERNEL_BASE64 = [\n${lines.join("\n")}\n].join("");\n`);
    console.log(`${name}: ${contents.length} bytes`);
  },
  listFiles: () => [],
});
if (error) {
  console.error(stderr?.toString() ?? error, rest);
  process.exit(1);
}
