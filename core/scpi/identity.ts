/** How stand-ins begin what they say of themselves. */
export const STAND_IN = "RIMEBANK,STAND-IN";

/**
 * Whether an instrument says of itself that it is none, but stands in for one: what it measures is worked out.
 * @see IEEE 488.2-1992, 10.14 (*IDN?: the maker is the first field); from memory
 */
export const isStandIn = (identity: string): boolean => identity.startsWith(STAND_IN);
