import "@fontsource-variable/atkinson-hyperlegible-mono";
import "@fontsource-variable/atkinson-hyperlegible-next";
import type { Metadata } from "next";
import type { ReactNode } from "react";
import { KeysProvider } from "@/ui/parts/keys";
import { Theme } from "@/ui/theme/Theme";

export const metadata: Metadata = {
  title: "Rimebank",
  description: "Measures amplifiers into dummy loads and judges their published claims.",
};

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <Theme>
          <KeysProvider>{children}</KeysProvider>
        </Theme>
      </body>
    </html>
  );
}
