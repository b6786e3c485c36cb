/** How stand-ins begin what they say of themselves. */
export const STAND_IN = "RIMEBANK,STAND-IN";

/** Whether an instrument says of itself that it is none, but stands in for one: what it measures is worked out. */
export const isStandIn = (identity: string): boolean => identity.startsWith(STAND_IN);
