import { unparse } from "papaparse";
import { channelLetter } from "@/core/verdict";
import { amplifierName } from "./amplifier";
import type { Review } from "./reviewPackage";
import type { Setup } from "./setup";

/** A field of a table. @see Frictionless Table Schema v1 */
type Field = {
  name: string;
  type: "string" | "number" | "integer" | "boolean" | "datetime";
  description?: string;
};

/** A table of a package: its name, its fields, and its rows in their order. */
export type ReviewTable = {
  name: string;
  description: string;
  fields: readonly Field[];
  primaryKey?: readonly string[];
  /** A column that names rows of another table. */
  foreignKey?: { field: string; table: string; of: string };
  csv: string;
};

const csvOf = (fields: readonly Field[], rows: readonly (readonly unknown[])[]): string =>
  unparse(
    {
      fields: fields.map(({ name }) => name),
      data: rows.map((row) => row.map((each) => each ?? "")),
    },
    { newline: "\n", escapeFormulae: true },
  );

const table = (
  facts: Omit<ReviewTable, "csv">,
  rows: readonly (readonly unknown[])[],
): ReviewTable => ({ ...facts, csv: `${csvOf(facts.fields, rows)}\n` });

const RUN: Field = { name: "run", type: "string", description: "id of the run" };
const CHANNEL: Field = { name: "channel", type: "string", description: "A, B, ..." };
const ofRuns = { field: "run", table: "runs", of: "id" };

/** The tables of a review. SI units and ratios; uncertainties are standard ones. */
export const reviewTables = (review: Review): ReviewTable[] => [
  claimsTable(review),
  runsTable(review),
  figuresTable(review),
  curvesTable(review),
];

const claimsTable = ({ claims }: Review): ReviewTable =>
  table(
    {
      name: "claims",
      description: "Claims as printed",
      fields: [
        { name: "id", type: "string" },
        { name: "printed", type: "string" },
        { name: "source", type: "string" },
        { name: "kind", type: "string", description: "kind of claim" },
        { name: "is_left_out", type: "boolean" },
        { name: "supply", type: "string", description: "that it is made for; empty as supplied" },
        { name: "setting", type: "string", description: "positions of switches and the like" },
        { name: "connection", type: "string", description: "normal, bridged or parallel" },
      ],
      primaryKey: ["id"],
    },
    claims.map(({ id, printedText, source, stated, isLeftOut, madeFor }) => [
      id,
      printedText,
      source,
      stated.kind,
      isLeftOut,
      madeFor?.supply,
      madeFor && settingIn(madeFor),
      madeFor?.connection,
    ]),
  );

/** "limiter: off, cover off" */
const settingIn = ({ switches, other }: Setup): string =>
  [...Object.entries(switches).map(([name, position]) => `${name}: ${position}`), other]
    .filter(Boolean)
    .join(", ");

const runsTable = ({ runs }: Review): ReviewTable =>
  table(
    {
      name: "runs",
      description: "Every run with its conditions",
      fields: [
        { name: "id", type: "string" },
        { name: "kind", type: "string" },
        { name: "taken_at", type: "datetime" },
        { name: "source", type: "string" },
        { name: "nominal_ohms", type: "number" },
        { name: "channels_driven", type: "integer" },
        { name: "setting", type: "string" },
        { name: "is_struck", type: "boolean" },
        { name: "supply", type: "string", description: "empty where it was not recorded" },
        { name: "connection", type: "string", description: "normal, bridged or parallel" },
        { name: "input", type: "string" },
        { name: "load_kind", type: "string" },
      ],
      primaryKey: ["id"],
    },
    runs.map(({ id, kind, takenAt, source, conditions, remarks }) => [
      id,
      kind,
      new Date(takenAt).toISOString().replace(/\.\d+Z$/, "Z"),
      source,
      conditions.nominalOhms,
      conditions.channelsDriven,
      conditions.setting ?? "",
      remarks.struck !== null,
      conditions.setup?.supply,
      conditions.setup?.connection,
      conditions.setup?.input,
      conditions.loadKind ?? "resistor",
    ]),
  );

const figuresTable = ({ runs }: Review): ReviewTable =>
  table(
    {
      name: "figures",
      description: "Every reading of every run",
      fields: [
        RUN,
        CHANNEL,
        { name: "name", type: "string" },
        { name: "label", type: "string" },
        { name: "quantity", type: "string" },
        { name: "value", type: "number" },
        { name: "std_uncertainty", type: "number" },
        { name: "bound", type: "string" },
      ],
      foreignKey: ofRuns,
    },
    runs.flatMap(({ id, conditions, result }) =>
      result.channels.flatMap(({ figures }, k) =>
        figures.map(({ name, label, quantity, value, stdUncertainty, bound }) => [
          id,
          channelLetter(conditions.channels[k].channelIndex),
          name,
          label,
          quantity,
          value,
          stdUncertainty,
          bound,
        ]),
      ),
    ),
  );

const curvesTable = ({ runs }: Review): ReviewTable =>
  table(
    {
      name: "curves",
      description: "Every point of every curve",
      fields: [
        RUN,
        CHANNEL,
        { name: "curve", type: "string" },
        { name: "x_quantity", type: "string" },
        { name: "x", type: "number" },
        { name: "y_quantity", type: "string" },
        { name: "y", type: "number" },
      ],
      foreignKey: ofRuns,
    },
    runs.flatMap(({ id, conditions, result }) =>
      result.channels.flatMap(({ curves }, k) =>
        curves.flatMap(({ name, x, y, points }) =>
          points.map(([at, value]) => [
            id,
            channelLetter(conditions.channels[k].channelIndex),
            name,
            x,
            at,
            y,
            value,
          ]),
        ),
      ),
    ),
  );

/** A file of a package as its descriptor names it. */
export type PackagedFile = { path: string; bytes: number; sha256: string; table?: ReviewTable };

const MEDIA: Readonly<Record<string, string>> = {
  csv: "text/csv",
  json: "application/json",
  wav: "audio/wav",
  jpg: "image/jpeg",
  pdf: "application/pdf",
};

/**
 * The descriptor of a package.
 * @see Frictionless Data Package v1, Tabular Data Resource v1, Table Schema v1
 */
export const packageDescriptor = (
  { amplifier, isWhole }: Review,
  files: readonly PackagedFile[],
  madeAt: string,
): object => ({
  profile: "data-package",
  name: `rimebank-${amplifier.id.toLowerCase()}`,
  title: `${amplifierName(amplifier)}, measured`,
  description: isWhole
    ? "A full review of an amplifier, for import."
    : "A readers’ copy of the measurements of an amplifier: recordings, conditions and figures, for checking.",
  created: madeAt,
  resources: files.map(({ path, bytes, sha256, table: ofTable }) => {
    const ending = path.slice(path.lastIndexOf(".") + 1);
    return {
      name: path.toLowerCase().replace(/[^-a-z0-9._]/g, "-"),
      path,
      profile: ofTable ? "tabular-data-resource" : "data-resource",
      format: ending,
      mediatype: MEDIA[ending] ?? "application/octet-stream",
      bytes,
      hash: `sha256:${sha256}`,
      ...(ofTable
        ? { encoding: "utf-8", description: ofTable.description, schema: schemaOf(ofTable) }
        : {}),
    };
  }),
});

const schemaOf = ({ fields, primaryKey, foreignKey }: ReviewTable): object => ({
  fields: fields.map((field) => ({ ...field })),
  ...(primaryKey ? { primaryKey: [...primaryKey] } : {}),
  ...(foreignKey
    ? {
        foreignKeys: [
          {
            fields: [foreignKey.field],
            reference: { resource: `tables-${foreignKey.table}.csv`, fields: [foreignKey.of] },
          },
        ],
      }
    : {}),
  missingValues: [""],
});
