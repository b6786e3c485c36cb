"use client";
import { lazy, Suspense, useState, type ComponentType } from "react";

/** A dialog or a panel whose code comes when it is opened for the first time: most visits to a page open none of them. */
export const fetchedWhenOpen = <Props extends { open: boolean }>(
  fetch: () => Promise<ComponentType<Props>>,
): ComponentType<Props> => {
  const Fetched = lazy(async () => ({ default: await fetch() }));
  return function FetchedWhenOpen(props: Props) {
    const [wasOpen, setWasOpen] = useState(false);
    // It stays when it is closed, so that it can hand the focus back to where it came from.
    if (props.open && !wasOpen) setWasOpen(true);
    return (
      wasOpen && (
        <Suspense>
          <Fetched {...props} />
        </Suspense>
      )
    );
  };
};
