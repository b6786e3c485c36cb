import { ChakraProvider } from "@chakra-ui/react";
import type { ReactElement } from "react";
import { AudioProvider } from "../audio/AudioProvider";
import { KeysProvider } from "../parts/keys";
import { system } from "../theme/system";

/** A component with what every page gives it. */
export const provided = (element: ReactElement): ReactElement => (
  <ChakraProvider value={system}>
    <KeysProvider>
      <AudioProvider>{element}</AudioProvider>
    </KeysProvider>
  </ChakraProvider>
);
