import { Box, Flex } from "@chakra-ui/react";
import { Rail } from "@/ui/frame/Rail";
import { ShelfScreen } from "@/ui/shelf/ShelfScreen";
import { database } from "@/server/records";
import { readShelf } from "@/server/shelf";
import { readWorkshopDocument } from "@/store";

type ShelfPageProps = { searchParams: Promise<Record<string, string | string[] | undefined>> };

export default async function ShelfPage({ searchParams }: ShelfPageProps) {
  const shelf = await readShelf(await searchParams);
  const columns = await readWorkshopDocument(await database(), "columns");
  return (
    <Flex minH="100vh">
      <Rail amplifier={null} />
      <Box as="main" flex={1} minW={0}>
        <ShelfScreen shelf={shelf} columns={columns.document} />
      </Box>
    </Flex>
  );
}
