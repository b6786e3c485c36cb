// Writes the JSON Schema of rig files beside the simulated bench: npm run build:schema
import { writeFileSync } from "node:fs";
import { resolve } from "node:path";
import { rigJsonSchema } from "@/bench/simulated";

writeFileSync(
  resolve(__dirname, "../bench/simulated/rig.schema.json"),
  `${JSON.stringify(rigJsonSchema(), null, 2)}\n`,
);
