import type { NextConfig } from "next";

// Pages have a policy of their own, with a number for their scripts (proxy.ts). What is downloaded runs nothing; a worker needs
// WebAssembly.
const DOWNLOADS = "default-src 'none'; frame-ancestors 'none'; base-uri 'none'; form-action 'none'";
const SCRIPTS = "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'";

const config: NextConfig = {
  serverExternalPackages: ["better-sqlite3", "knex", "sharp"],
  poweredByHeader: false,
  // Types and lint are checked by `npm test`, once.
  typescript: { ignoreBuildErrors: true },
  experimental: { optimizePackageImports: ["@chakra-ui/react", "lucide-react", "d3"] },
  headers: async () => [
    {
      source: "/:path*",
      headers: [
        { key: "X-Content-Type-Options", value: "nosniff" },
        { key: "Referrer-Policy", value: "no-referrer" },
        { key: "Cross-Origin-Opener-Policy", value: "same-origin" },
        { key: "Cross-Origin-Resource-Policy", value: "same-origin" },
      ],
    },
    {
      // The published page is shown in a frame, under a policy that its own answer brings.
      source: "/api/:path((?!amplifiers/[^/]+/page).*)",
      headers: [{ key: "Content-Security-Policy", value: DOWNLOADS }],
    },
    {
      source: "/_next/static/:path*",
      headers: [{ key: "Content-Security-Policy", value: SCRIPTS }],
    },
  ],
};

export default config;
