// Runs the netlists of bench/simulated/proof through ngspice (Debian package) and writes what they measured to
// ngspice.json beside them, which the tests compare the bench with: npm run ngspice
import { spawnSync } from "node:child_process";
import { readdirSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";

const FOLDER = resolve(__dirname, "../bench/simulated/proof");

const measured = (netlist: string): Record<string, number> => {
  const { status, stdout, stderr } = spawnSync("ngspice", ["-b", join(FOLDER, netlist)], {
    encoding: "utf8",
    timeout: 300_000,
  });
  const values = [...stdout.matchAll(/^([a-z]\w*)\s+=\s+([-+.\de]+)/gm)].map(
    ([, name, value]): [string, number] => [name, Number(value)],
  );
  if (status !== 0 || values.length === 0)
    throw new Error(`ngspice did not measure ${netlist}: ${stderr.slice(0, 500)}`);
  return Object.fromEntries(values);
};

const results = Object.fromEntries(
  readdirSync(FOLDER)
    .filter((name) => name.endsWith(".cir"))
    .sort()
    .map((name) => [name.replace(".cir", ""), measured(name)]),
);
writeFileSync(join(FOLDER, "ngspice.json"), `${JSON.stringify(results, null, 2)}\n`);
console.log(results);
