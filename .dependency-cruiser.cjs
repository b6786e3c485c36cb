// Arrows between the rooms point one way, downwards; docs/architecture.md draws them. A breach fails `npm test`.
// Tests, and the script that compiles the transform's kernel, are tools and no part of the rooms.
const TESTS = "(\\.test\\.tsx?$|/testing/|^core/spectrum/fft/kernel/)";

/** A room, and the rooms and packages it may use. */
const room = (name, rooms, packages) => [
  {
    name: `${name}-uses-only-lower-rooms`,
    comment: `${name}/ may use ${rooms.length > 0 ? rooms.join(", ") : "no other room"}`,
    severity: "error",
    from: { path: `^${name}/`, pathNot: TESTS },
    to: {
      path: "^(app|ui|server|store|workers|pipeline|bench|records|phrasing|drawing|publish|archive|core|cli|demo|e2e|scripts)/",
      pathNot: [`^${name}/`, ...rooms.map((lower) => `^${lower}`)],
    },
  },
  {
    name: `${name}-uses-only-its-packages`,
    comment: `${name}/ may use the packages ${packages.length > 0 ? packages.join(", ") : "(none)"}`,
    severity: "error",
    from: { path: `^${name}/`, pathNot: TESTS },
    to: {
      dependencyTypes: ["npm", "npm-dev", "core", "npm-no-pkg", "unknown", "undetermined"],
      pathNot: packages.map((name) => `^(node_modules/)?${name}`),
    },
  },
];

const SCREEN = [
  "@emotion",
  "react",
  "next",
  "@chakra-ui",
  "lucide-react",
  "d3",
  "@types",
  "react-hook-form",
  "@hookform",
  "@tanstack",
  "@dnd-kit",
  "date-fns",
  "next-themes",
  "yup",
];
const NODE = ["fs", "crypto", "path", "stream", "process", "os", "node:"];

module.exports = {
  forbidden: [
    {
      name: "only-tests-use-what-helps-them",
      severity: "error",
      from: { pathNot: `${TESTS}|^(scripts|e2e)/` },
      to: { path: "/testing/", pathNot: "^node_modules/" },
    },
    { name: "no-circles", severity: "error", from: {}, to: { circular: true } },
    ...room("core", [], []),
    ...room("records", ["core/"], ["yup", "papaparse", "date-fns", "@types"]),
    ...room("phrasing", ["core/", "records/"], []),
    ...room("drawing", ["core/", "records/", "phrasing/"], ["d3", "@types"]),
    ...room("publish", ["core/", "records/", "phrasing/", "drawing/"], ["papaparse", "@types"]),
    ...room("archive", [], ["yazl", "yauzl", ...NODE]),
    ...room("bench", ["core/"], []),
    {
      name: "an-instrument-is-asked-for-by-its-description",
      comment:
        "only the bench knows what the simulated bench is made of, and the shell's command for it",
      severity: "error",
      from: {
        path: "^(app|ui|server|store|workers|pipeline|records|phrasing|drawing|publish|demo)/",
        pathNot: TESTS,
      },
      to: { path: "^bench/simulated/" },
    },
    ...room("pipeline", ["core/", "bench/"], []),
    ...room("workers", ["core/", "bench/", "pipeline/"], ["comlink"]),
    ...room(
      "store",
      ["core/", "records/"],
      ["knex", "better-sqlite3", "sharp", "worker_threads", "@types", ...NODE],
    ),
    ...room(
      "server",
      // Of the bench only how instruments of the network are spoken to: the server alone may open connections.
      [
        "core/",
        "records/",
        "phrasing/",
        "drawing/",
        "publish/",
        "archive/",
        "store/",
        "bench/network/",
      ],
      [
        "dns",
        "net",
        "next",
        "react",
        "knex",
        "server-only",
        "yup",
        "yazl",
        "yauzl",
        "child_process",
        "url",
        ...NODE,
      ],
    ),
    ...room(
      "ui",
      ["core/", "records/", "phrasing/", "drawing/", "publish/", "bench/", "pipeline/", "workers/"],
      SCREEN,
    ),
    ...room(
      "app",
      [
        "core/",
        "records/",
        "phrasing/",
        "drawing/",
        "publish/",
        "archive/",
        "store/",
        "server/",
        "ui/",
        "bench/network/",
      ],
      [...SCREEN, "@fontsource-variable", ...NODE],
    ),
    ...room(
      "cli",
      ["core/", "records/", "phrasing/", "archive/", "bench/", "pipeline/"],
      ["papaparse", "@types", "util", "yup", ...NODE],
    ),
    ...room(
      "demo",
      ["core/", "records/", "phrasing/", "publish/", "bench/", "pipeline/", "store/"],
      ["knex", "sharp", "child_process", "events", "net", "util", ...NODE],
    ),
  ],
  options: {
    tsConfig: { fileName: "tsconfig.json" },
    tsPreCompilationDeps: true,
    doNotFollow: { path: "node_modules" },
    exclude: { path: "^(\\.next|node_modules/\\.cache)" },
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "require", "node", "default", "types"],
    },
  },
};
