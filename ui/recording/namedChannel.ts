/** A channel of a recording: its index on the amplifier, or -1 for the amplifier's input. */
export type NamedChannel = { index: number; name: string };
