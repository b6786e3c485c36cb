/** Names that the two sides of an audio worklet share. */
export const TRANSPORT = "rimebank-transport";
export const VIRTUAL = "rimebank-virtual-interface";

/** The files are made from the modules beside this one before the application is built. */
export const WORKLET_FILES = {
  transport: "/worklets/transport.js",
  virtual: "/worklets/virtual.js",
} as const;

/** Hands a port to the transport, for whoever plays from now on. */
export type NewPlayer = { type: "player" };

/** What is connected to the outputs of a virtual interface from now on, a channel each; or that they are wired straight to its inputs. */
export type Rewired = { loadOhms: readonly number[] } | { isThrough: boolean };

export type TransportOptions = {
  /** That come in. */
  channelCount: number;
};
