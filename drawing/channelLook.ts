/** How a channel is drawn: colour, dash and mark together, so that colour never carries the meaning alone. */
export type ChannelLook = {
  color: string;
  dash: string | undefined;
  mark: "round" | "square" | "diamond" | "triangle";
};

const LOOKS: readonly ChannelLook[] = [
  { color: "spruce", dash: undefined, mark: "round" },
  { color: "plum", dash: "7 4", mark: "square" },
  { color: "slate", dash: "2 3", mark: "diamond" },
  { color: "ochre", dash: "10 3 2 3", mark: "triangle" },
];

/** The look of a channel by its index from 0; a fifth channel looks like the first again. */
export const channelLook = (channelIndex: number): ChannelLook =>
  LOOKS[channelIndex % LOOKS.length];
