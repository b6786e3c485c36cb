"use client";
import { Box, HStack, Text } from "@chakra-ui/react";
import { Component, lazy, Suspense, useState, type ComponentType, type ReactNode } from "react";
import { ActionButton } from "./ActionButton";

type Fetch<Props> = () => Promise<ComponentType<Props>>;

/**
 * A part of a page whose code comes when it is shown for the first time: most visits need none of it. Where it does not come, words
 * and a way to ask again stand in its place; it is asked for again whenever it is shown anew, too.
 */
export const fetched = <Props extends object>(fetch: Fetch<Props>): ComponentType<Props> =>
  shownOr(fetch, (again) => <NotFetched again={again} />);

/** As `fetched`, for what lies over the page: so do the words where it does not come. */
export const fetchedOver = <Props extends { onClose(): void }>(
  fetch: Fetch<Props>,
): ComponentType<Props> =>
  shownOr(fetch, (again, { onClose }) => (
    <Box position="fixed" bottom={6} left="50%" transform="translateX(-50%)" zIndex="popover">
      <NotFetched again={again} close={onClose} />
    </Box>
  ));

/** As `fetchedOver`; once it has come and was open, it stays when it is closed, so that it can hand the focus back to where it came from. */
export const fetchedWhenOpen = <Props extends { open: boolean; onClose(): void }>(
  fetch: Fetch<Props>,
): ComponentType<Props> => {
  let hasCome = false;
  const Part = fetchedOver<Props>(async () => {
    const part = await fetch();
    hasCome = true;
    return part;
  });
  return function FetchedWhenOpen(props: Props) {
    const [wasOpen, setWasOpen] = useState(false);
    if (props.open && !wasOpen) setWasOpen(true);
    return (props.open || (wasOpen && hasCome)) && <Part {...props} />;
  };
};

class FetchFailed extends Error {}

const shownOr = <Props extends object>(
  fetch: Fetch<Props>,
  instead: (again: () => void, props: Props) => ReactNode,
): ComponentType<Props> => {
  // React keeps a refusal for good: after one, the next to ask is given a new promise.
  const asked = () =>
    lazy(async () => {
      try {
        return { default: await fetch() };
      } catch (cause) {
        latest = asked();
        throw new FetchFailed("a part of the page did not come", { cause });
      }
    });
  let latest = asked();
  return function Fetched(props: Props) {
    const [Part, setPart] = useState(() => latest);
    const [tries, setTries] = useState(0);
    const again = () => {
      setPart(() => latest);
      setTries(tries + 1);
    };
    return (
      <FetchBoundary key={tries} instead={instead(again, props)}>
        <Suspense>
          <Part {...props} />
        </Suspense>
      </FetchBoundary>
    );
  };
};

/** Only for what did not come; what fails while it is shown is for the page. */
class FetchBoundary extends Component<
  { instead: ReactNode; children: ReactNode },
  { error: unknown }
> {
  state = { error: null };

  static getDerivedStateFromError(error: unknown) {
    return { error };
  }

  render() {
    const { error } = this.state;
    if (error === null) return this.props.children;
    if ((error as unknown) instanceof FetchFailed) return this.props.instead;
    throw error;
  }
}

function NotFetched({ again, close }: { again(): void; close?(): void }) {
  return (
    <Box
      role="alert"
      bg="ochreWash"
      borderWidth="1px"
      borderColor="ochre"
      borderRadius="panel"
      px={4}
      py={3}
      maxW="520px"
    >
      <Text fontSize="15px" mb={2}>
        This could not be fetched: the program does not answer. Start it again if it has ended, then
        try again. What you entered is still here.
      </Text>
      <HStack gap={2}>
        <ActionButton onClick={again}>Try again</ActionButton>
        {close && <ActionButton onClick={close}>Close</ActionButton>}
      </HStack>
    </Box>
  );
}
