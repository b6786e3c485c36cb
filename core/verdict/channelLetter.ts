/** Channels are lettered on screen: index 0 is A, 1 is B. */
export const channelLetter = (channelIndex: number): string =>
  String.fromCharCode(65 + channelIndex);
