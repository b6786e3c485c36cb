/** JSON as it was stored, or null where it cannot be read: one bad row must not take others down. */
export const readable = <T>(text: string): T | null => {
  try {
    return JSON.parse(text) as T;
  } catch {
    return null;
  }
};
