/** The colour as a CSS value. */
export const cssColor = (token: string): string => `var(--chakra-colors-${token})`;
