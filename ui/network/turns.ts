/** Where the server keeps the lines to instruments of the network. */
export const TURNS = { address: "/api/instruments/turns" };
