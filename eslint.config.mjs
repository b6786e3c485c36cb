import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

// Decibels are made in core/units only.
const DECIBELS = {
  selector:
    "BinaryExpression[operator='*'] > CallExpression[callee.object.name='Math'][callee.property.name='log10']",
  message: "Use amplitudeRatioToDb or powerRatioToDb from core/units.",
};
// The core hands out codes with values; phrasing words them. Errors of programming are for programmers.
const WORDS = "/[a-z]\\S* \\S+ \\S+/i";
const OTHER_THAN_ERRORS = ":not(ThrowStatement *, CallExpression[callee.name=/^require/] *)";
const PROSE = [`Literal[value=${WORDS}]`, `TemplateElement[value.raw=${WORDS}]`].map((text) => ({
  selector: `${text}${OTHER_THAN_ERRORS}`,
  message: "Hand out a code with its values, and word it in phrasing/.",
}));
// Rooms of the core that still word their refusals, labels or remarks themselves. The list only gets shorter.
const STILL_WORDED = [
  "burst",
  "check",
  "claim",
  "compare",
  "crosstalk",
  "distortion",
  "drive",
  "files",
  "heat",
  "impedance",
  "intermodulation",
  "loudness",
  "multitone",
  "noise",
  "response",
  "rig",
  "run",
  "scpi",
  "sweep",
  "wav",
].map((room) => `core/${room}/**`);

export default tseslint.config(
  {
    ignores: [
      ".next/",
      "node_modules/",
      "data/",
      "public/",
      "next-env.d.ts",
      "core/spectrum/fft/kernel/",
    ],
  },
  ...tseslint.configs.recommended,
  hooks.configs.flat.recommended,
  {
    rules: {
      "max-lines": ["error", { max: 420, skipBlankLines: true, skipComments: true }],
      "max-params": ["error", 4],
      "max-lines-per-function": ["error", { max: 110, skipBlankLines: true, skipComments: true }],
      "no-nested-ternary": "error",
      complexity: ["error", 14],
      // Nothing here goes through the React compiler, which is what this rule is about.
      "react-hooks/incompatible-library": "off",
      eqeqeq: "error",
      "no-console": "off",
      "@typescript-eslint/no-unused-vars": [
        "error",
        { argsIgnorePattern: "^_", varsIgnorePattern: "^_" },
      ],
      "@typescript-eslint/consistent-type-imports": "error",
      "@typescript-eslint/no-explicit-any": "error",
    },
  },
  // Most of a component is markup, which reads from top to bottom.
  {
    files: ["**/*.tsx"],
    rules: {
      "max-lines-per-function": ["error", { max: 185, skipBlankLines: true, skipComments: true }],
    },
  },
  { files: ["**/*.test.ts", "**/*.test.tsx"], rules: { "max-lines-per-function": "off" } },
  // Sources of randomness and time are handed to the core, never taken by it.
  {
    files: ["core/**/*.ts"],
    ignores: ["core/testing/**", "**/*.test.ts"],
    rules: {
      "no-restricted-globals": [
        "error",
        "Date",
        "performance",
        "window",
        "document",
        "process",
        "fetch",
      ],
      "no-restricted-properties": [
        "error",
        { object: "Math", property: "random", message: "Use a seeded stream from core/signal." },
      ],
      "no-restricted-syntax": ["error", DECIBELS],
    },
  },
  {
    files: ["core/**/*.ts"],
    ignores: ["**/testing/**", "**/*.test.ts", ...STILL_WORDED],
    rules: { "no-restricted-syntax": ["error", DECIBELS, ...PROSE] },
  },
  { files: ["core/units/decibel.ts"], rules: { "no-restricted-syntax": "off" } },
  { files: ["**/*.cjs"], rules: { "@typescript-eslint/no-require-imports": "off" } },
);
