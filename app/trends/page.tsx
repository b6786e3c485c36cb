import { Box, Flex } from "@chakra-ui/react";
import { readTrends } from "@/server/shelf";
import { Rail } from "@/ui/frame/Rail";
import { TrendsScreen } from "@/ui/shelf/TrendsScreen";

type TrendsPageProps = { searchParams: Promise<Record<string, string | string[] | undefined>> };

export default async function TrendsPage({ searchParams }: TrendsPageProps) {
  const trends = await readTrends(await searchParams);
  return (
    <Flex minH="100vh">
      <Rail amplifier={null} />
      <Box as="main" flex={1} minW={0}>
        <TrendsScreen {...trends} />
      </Box>
    </Flex>
  );
}
