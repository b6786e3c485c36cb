import { Flex } from "@chakra-ui/react";
import { Rail } from "@/ui/frame/Rail";
import { WordsScreen } from "@/ui/words/WordsScreen";

/** Its rail reads the address. */
export const dynamic = "force-dynamic";

export default function WordsPage() {
  return (
    <Flex minH="100vh">
      <Rail amplifier={null} />
      <WordsScreen />
    </Flex>
  );
}
