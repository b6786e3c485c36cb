import { Box, Flex } from "@chakra-ui/react";
import { Rail } from "@/ui/frame/Rail";
import { ShelfScreen } from "@/ui/shelf/ShelfScreen";
import { readShelf } from "@/server/shelf";

type ShelfPageProps = { searchParams: Promise<Record<string, string | string[] | undefined>> };

export default async function ShelfPage({ searchParams }: ShelfPageProps) {
  const shelf = await readShelf(await searchParams);
  return (
    <Flex minH="100vh">
      <Rail amplifier={null} />
      <Box as="main" flex={1} minW={0}>
        <ShelfScreen shelf={shelf} />
      </Box>
    </Flex>
  );
}
