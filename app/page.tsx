import { Flex, Box } from "@chakra-ui/react";
import { listAmplifiers, listClaims, listRuns } from "@/store";
import { Rail } from "@/ui/frame/Rail";
import { ShelfScreen } from "@/ui/shelf/ShelfScreen";
import { shelfRow } from "@/ui/shelf/shelfRow";
import { database } from "@/server/records";

export const dynamic = "force-dynamic";

export default async function ShelfPage() {
  const db = await database();
  const [amplifiers, claims, runs] = [
    await listAmplifiers(db),
    await listClaims(db),
    await listRuns(db),
  ];
  const rows = amplifiers.map((amplifier) =>
    shelfRow(
      amplifier,
      claims.filter(({ amplifierId }) => amplifierId === amplifier.id),
      runs.filter(({ amplifierId }) => amplifierId === amplifier.id),
    ),
  );
  return (
    <Flex minH="100vh">
      <Rail amplifier={null} />
      <Box as="main" flex={1} minW={0}>
        <ShelfScreen rows={rows} />
      </Box>
    </Flex>
  );
}
