import type { RunKind } from "@/core/run";
import type { Amplifier, Photo, Publication } from "@/records";

export type SheetScreenProps = {
  amplifier: Amplifier;
  publication: Publication;
  comparisons: readonly { id: string; name: string; isOwn: boolean }[];
  photos: readonly Photo[];
  /** Kinds of run that it has. */
  kinds: readonly RunKind[];
  /** Words that follow from the measurements, by kind of block and form. */
  usual: Readonly<Record<string, string>>;
  /** Every text with a figure that the measurements bear out. */
  measured: readonly string[];
  cards: readonly { id: string; label: string }[];
  /** Whether this machine has a Chromium that draws PDF and PNG. */
  canDraw: boolean;
};

/** What a block may refer to. */
export type BlockContext = Pick<
  SheetScreenProps,
  "comparisons" | "photos" | "kinds" | "usual" | "measured"
>;
