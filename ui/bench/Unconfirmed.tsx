import { cautionTitle } from "@/phrasing";
import { Text } from "@chakra-ui/react";
import type { SafetyCaution } from "@/core/safety";
import { PageLink } from "../parts/PageLink";

/** What was not confirmed before power, for a recording that was made on a real bench. */
export function Unconfirmed({
  cautions,
  amplifierId,
}: {
  cautions: readonly SafetyCaution[];
  amplifierId: string;
}) {
  if (cautions.length === 0) return null;
  return (
    <Text
      bg="ochreWash"
      borderLeftWidth="4px"
      borderColor="ember"
      borderRadius="6px"
      px={3}
      py={2}
      mb={3}
      fontSize="14.5px"
    >
      To confirm before you power up: {cautions.map(cautionTitle).join("; ")}.{" "}
      <PageLink
        href={`/amplifiers/${amplifierId}/rig`}
        style={{ textDecoration: "underline", fontWeight: 600 }}
      >
        Go to the safety gate
      </PageLink>
    </Text>
  );
}
