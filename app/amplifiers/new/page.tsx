import { Box, Flex } from "@chakra-ui/react";
import { NewAmplifierScreen } from "@/ui/brief/NewAmplifierScreen";
import { Rail } from "@/ui/frame/Rail";

export default function NewAmplifierPage() {
  return (
    <Flex minH="100vh">
      <Rail amplifier={null} />
      <Box as="main" flex={1} minW={0}>
        <NewAmplifierScreen />
      </Box>
    </Flex>
  );
}
