const WIDTH = 1200;
const HEIGHT = 520;

export type Front = {
  body: string;
  /** Colour of the front plate; the body's where it has none of its own. */
  panel?: string;
  /** Share of the picture's width that it takes. */
  widthRatio: number;
  /** Where the knobs stand, as shares of the front; the last is the largest. */
  knobs: readonly number[];
  /** A tuning scale, as receivers have it. */
  dial?: true;
  lamps: number;
};

const knob = (x: number, y: number, radius: number): string =>
  `<circle cx="${x}" cy="${y}" r="${radius}" fill="#8d9196"/><circle cx="${x}" cy="${y}" r="${radius * 0.8}" fill="#b9bdc1"/><line x1="${x}" y1="${y}" x2="${x + radius * 0.5}" y2="${y - radius * 0.6}" stroke="#33363a" stroke-width="6"/>`;

/** The front of an invented amplifier on a bench, as a drawing. */
export const front = ({ body, panel = body, widthRatio, knobs, dial, lamps }: Front): string => {
  const width = widthRatio * (WIDTH - 80);
  const height = Math.min(280, 120 + width * 0.16);
  const left = (WIDTH - width) / 2;
  const top = HEIGHT - 90 - height;
  const radius = height * 0.16;
  const middle = top + height / 2;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">
  <rect width="${WIDTH}" height="${HEIGHT}" fill="#dfe3e4"/>
  <rect y="${HEIGHT - 110}" width="${WIDTH}" height="110" fill="#b8a88f"/>
  <rect x="${left}" y="${top}" width="${width}" height="${height}" rx="10" fill="${body}"/>
  <rect x="${left + 10}" y="${top + 10}" width="${width - 20}" height="${height - 20}" rx="6" fill="${panel}"/>
  ${dial ? `<rect x="${left + 40}" y="${top + 36}" width="${width * 0.46}" height="${height * 0.34}" rx="4" fill="#20303a"/><line x1="${left + width * 0.3}" y1="${top + 40}" x2="${left + width * 0.3}" y2="${top + 30 + height * 0.34}" stroke="#e07a4a" stroke-width="4"/>` : ""}
  ${knobs.map((at, k) => knob(left + at * width, middle, k === knobs.length - 1 ? radius * 1.35 : radius)).join("")}
  ${Array.from({ length: lamps }, (_, k) => `<circle cx="${left + 50 + 34 * k}" cy="${top + height - 40}" r="8" fill="#f0b45a"/>`).join("")}
  <rect x="${left + 30}" y="${top + height}" width="60" height="16" fill="#33363a"/>
  <rect x="${left + width - 90}" y="${top + height}" width="60" height="16" fill="#33363a"/>
</svg>`;
};
