"use client";
import { Box, Grid, Heading, Text } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import { held, TextField } from "../parts/fields";
import { unbroken } from "../parts/unbroken";
import { termsWith } from "./glossary";

/** All terms as they are used here, to be searched. */
export function WordsScreen() {
  const [looked, setLooked] = useState("");
  const found = useMemo(() => termsWith(looked), [looked]);
  return (
    <Box as="main" flex={1} minW={0} px={7} py={6}>
      <Heading as="h1" fontSize="28px" letterSpacing="-0.01em" mb={3}>
        Glossary
      </Heading>
      <Box maxW="360px" mb={4}>
        <TextField
          label=""
          ariaLabel="Find a term"
          placeholder="Find a term"
          field={held(looked, setLooked)}
        />
      </Box>
      {found.length === 0 && <Text color="muted">No term found for “{looked}”.</Text>}
      <Grid as="dl" templateColumns="repeat(auto-fill, minmax(320px, 1fr))" gap={4}>
        {found.map(({ key, name, what, why, how, source }) => (
          <Box
            key={key}
            id={key}
            bg="surface"
            borderWidth="1px"
            borderColor="rime"
            borderRadius="panel"
            p={4}
          >
            <Text as="dt" fontSize="18px" fontWeight={700} mb={1}>
              {name}
            </Text>
            <Box as="dd" m={0} fontSize="15px">
              <Text mb={1.5}>{unbroken(what)}</Text>
              <Text mb={1.5}>{unbroken(why)}</Text>
              <Text mb={1.5} color="muted">
                Here: {unbroken(how)}
              </Text>
              <Text fontSize="13px" color="muted">
                {source}
              </Text>
            </Box>
          </Box>
        ))}
      </Grid>
    </Box>
  );
}
