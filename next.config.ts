import type { NextConfig } from "next";

// WebAssembly needs its own word; Next.js itself starts with inline scripts and styles.
const CONTENT_SECURITY = [
  "default-src 'self'",
  `script-src 'self' 'unsafe-inline' 'wasm-unsafe-eval'${process.env.NODE_ENV === "development" ? " 'unsafe-eval'" : ""}`,
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data: blob:",
  "worker-src 'self' blob:",
  "object-src 'none'",
  "frame-ancestors 'none'",
  "base-uri 'self'",
].join("; ");

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
        { key: "Content-Security-Policy", value: CONTENT_SECURITY },
        { key: "X-Content-Type-Options", value: "nosniff" },
        { key: "Referrer-Policy", value: "no-referrer" },
      ],
    },
  ],
};

export default config;
