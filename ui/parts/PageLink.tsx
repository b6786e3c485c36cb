import NextLink from "next/link";
import type { ComponentProps } from "react";

/**
 * A link to another page of this program. The page is made when it is asked for: made ahead of time, it would be made again for each
 * link in sight whenever anything is kept.
 */
export const PageLink = (props: ComponentProps<typeof NextLink>) => (
  <NextLink prefetch={false} {...props} />
);
