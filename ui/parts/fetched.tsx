"use client";
import { Box, HStack, Text } from "@chakra-ui/react";
import { Component, lazy, Suspense, useState, type ComponentType, type ReactNode } from "react";
import { ActionButton } from "./ActionButton";

type Fetch<Props> = () => Promise<ComponentType<Props>>;

/**
 * A part of a page whose code comes when it is shown for the first time: most visits need none of it. Where it does not come, words
 * and a way to ask again stand in its place; it is asked for again whenever it is shown again, too.
 * @param withPage the same by the framework's own means, which sends the code along with a page that begins with the part
 */
export const fetched = <Props extends object>(
  fetch: Fetch<Props>,
  withPage?: ComponentType<Props>,
): ComponentType<Props> => shownOr(fetch, (again) => <NotFetched again={again} />, withPage);

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

const asked = <Props extends object>(fetch: Fetch<Props>): ComponentType<Props> =>
  lazy(async () => {
    try {
      return { default: await fetch() };
    } catch (cause) {
      throw new FetchFailed("a part of the page did not load", { cause });
    }
  }) as unknown as ComponentType<Props>;

class FetchFailed extends Error {}

const isOfFetching = (error: Error): boolean =>
  error instanceof FetchFailed || error.name === "ChunkLoadError";

const shownOr = <Props extends object>(
  fetch: Fetch<Props>,
  instead: (again: () => void, props: Props) => ReactNode,
  withPage?: ComponentType<Props>,
): ComponentType<Props> => {
  let latest = withPage ?? asked(fetch);
  return function Fetched(props: Props) {
    const [{ Part, tries }, setTry] = useState(() => ({ Part: latest, tries: 0 }));
    const again = () => setTry({ Part: latest, tries: tries + 1 });
    return (
      <FetchBoundary
        key={tries}
        instead={instead(again, props)}
        // React caches a rejection: the next request gets a new promise.
        onFailed={() => {
          if (latest === Part) latest = asked(fetch);
        }}
      >
        <Suspense>
          <Part {...props} />
        </Suspense>
      </FetchBoundary>
    );
  };
};

type FetchBoundaryProps = { instead: ReactNode; onFailed(): void; children: ReactNode };

/** Only for what did not come; what fails while it is shown is for the page. */
class FetchBoundary extends Component<FetchBoundaryProps, { error: Error | null }> {
  state: { error: Error | null } = { error: null };

  static getDerivedStateFromError(error: Error) {
    return { error };
  }

  componentDidCatch(error: Error) {
    if (isOfFetching(error)) this.props.onFailed();
  }

  render() {
    const { error } = this.state;
    if (error === null) return this.props.children;
    if (isOfFetching(error)) return this.props.instead;
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
        This could not be loaded: the program does not respond. Restart it if it has stopped, then
        try again. Your entries are still here.
      </Text>
      <HStack gap={2}>
        <ActionButton onClick={again}>Try again</ActionButton>
        {close && <ActionButton onClick={close}>Close</ActionButton>}
      </HStack>
    </Box>
  );
}
