import { Text } from "@chakra-ui/react";
import { findingText, type Finding } from "@/core/outcome";
import { PageLink } from "../parts/PageLink";
import { Panel } from "../parts/Panel";

export type NotReadyProps = { finding: Finding; link: { href: string; text: string } };

/** Why nothing can be played yet, and where that is mended. */
export function NotReady({ finding, link: { href, text } }: NotReadyProps) {
  return (
    <Panel>
      <Text fontWeight={600} color="ember" role="alert">
        {findingText(finding)}
      </Text>
      <PageLink href={href} style={{ textDecoration: "underline", fontWeight: 600 }}>
        {text}
      </PageLink>
    </Panel>
  );
}
