/** The channels of a device, as they are printed on it: from 1. */
export const channelChoices = (count: number): { value: string; label: string }[] =>
  Array.from({ length: count }, (_, channel) => ({
    value: String(channel),
    label: String(channel + 1),
  }));
