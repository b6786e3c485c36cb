/**
 * Text from bytes, in whichever encoding: UTF-8, UTF-16 of either order, else the usual one-byte code of the West, in which
 * older instruments write their µ and °.
 * @see Unicode Standard, chapter 23.8 (byte order mark)
 */
export const decodeText = (bytes: Uint8Array): string => {
  const wide = widthOf(bytes);
  if (wide) return new TextDecoder(wide).decode(bytes);
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder("windows-1252").decode(bytes);
  }
};

/** By its mark, or by where the zeros lie: Latin text in sixteen bits is half zeros. */
const widthOf = (bytes: Uint8Array): "utf-16le" | "utf-16be" | null => {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return "utf-16le";
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return "utf-16be";
  const looked = bytes.subarray(0, 400);
  let even = 0,
    odd = 0;
  looked.forEach((byte, k) => {
    if (byte === 0) {
      if (k % 2 === 0) even++;
      else odd++;
    }
  });
  if (odd > 0.35 * looked.length && even === 0) return "utf-16le";
  if (even > 0.35 * looked.length && odd === 0) return "utf-16be";
  return null;
};
