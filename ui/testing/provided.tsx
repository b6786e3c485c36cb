import { configure } from "@testing-library/react";
import { ChakraProvider } from "@chakra-ui/react";
import type { ReactElement } from "react";
import { AudioProvider } from "../audio/AudioProvider";
import { ChainProvider } from "../frame/chainState";
import { KeysProvider } from "../parts/keys";
import { system } from "../theme/system";

// A machine that is busy elsewhere is slow, not wrong: what is fetched on a press is waited for.
configure({ asyncUtilTimeout: 20_000 });

/** A component with what every page gives it. */
export const provided = (element: ReactElement): ReactElement => (
  <ChakraProvider value={system}>
    <KeysProvider>
      <ChainProvider atRest={{}}>
        <AudioProvider>{element}</AudioProvider>
      </ChainProvider>
    </KeysProvider>
  </ChakraProvider>
);
