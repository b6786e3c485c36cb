import { Box, Link } from "@chakra-ui/react";
import { EmptyState } from "@/ui/parts/EmptyState";
import { PageLink } from "@/ui/parts/PageLink";

export default function NotFound() {
  return (
    <Box px={8} py={6}>
      <EmptyState
        title="Page not found"
        text="The amplifier or page may have been deleted, or the address is wrong."
      >
        <Link asChild color="spruce" fontWeight={700}>
          <PageLink href="/">Back to the shelf</PageLink>
        </Link>
      </EmptyState>
    </Box>
  );
}
