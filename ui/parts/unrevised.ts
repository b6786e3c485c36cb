/** What is edited of a document: all but the count of its changes, which goes with each save. */
export const unrevised = <Doc extends { revision?: number }>({
  revision: _,
  ...rest
}: Doc): Omit<Doc, "revision"> => rest;
