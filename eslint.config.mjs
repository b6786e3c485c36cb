import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

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
      // Decibels are made in core/units only.
      "no-restricted-syntax": [
        "error",
        {
          selector:
            "BinaryExpression[operator='*'] > CallExpression[callee.object.name='Math'][callee.property.name='log10']",
          message: "Use amplitudeRatioToDb or powerRatioToDb from core/units.",
        },
      ],
    },
  },
  { files: ["core/units/decibel.ts"], rules: { "no-restricted-syntax": "off" } },
  { files: ["**/*.cjs"], rules: { "@typescript-eslint/no-require-imports": "off" } },
);
