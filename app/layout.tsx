import "@fontsource-variable/atkinson-hyperlegible-mono";
import "@fontsource-variable/atkinson-hyperlegible-next";
import type { Metadata } from "next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { recordsStand } from "@/server/recordsStand";
import { DatabaseTrouble } from "@/ui/frame/DatabaseTrouble";
import { ReadOnlyBanner } from "@/ui/frame/ReadOnlyBanner";
import { KeysProvider } from "@/ui/parts/keys";
import { Theme } from "@/ui/theme/Theme";

export const metadata: Metadata = {
  title: "Rimebank",
  description: "Measures amplifiers into dummy loads and judges their published claims.",
};

// Every answer has a number of its own for its scripts.
export const dynamic = "force-dynamic";

/** The number that the page's scripts are known by. @see proxy.ts */
const nonceOf = (policy: string | null): string | undefined =>
  /'nonce-([^']+)'/.exec(policy ?? "")?.[1];

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = nonceOf((await headers()).get("content-security-policy"));
  const { trouble, readOnly, backups } = await recordsStand();
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <Theme nonce={nonce}>
          <KeysProvider>
            {readOnly && <ReadOnlyBanner reason={readOnly} />}
            {trouble ? <DatabaseTrouble message={trouble} backups={backups} /> : children}
          </KeysProvider>
        </Theme>
      </body>
    </html>
  );
}
