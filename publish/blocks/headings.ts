import type { BlockKind } from "@/records";

/** What a block is called where the reviewer calls it nothing else. */
export const HEADINGS: Readonly<Record<BlockKind, string>> = {
  summary: "In short",
  rating: "Rated honestly",
  claims: "Claims against measurements",
  curves: "Curves",
  bursts: "Bursts and staying power",
  heat: "Heat",
  supply: "Supply",
  comparison: "Compared",
  photos: "Photos",
  method: "How it was measured",
  safety: "Safety",
  remarks: "Remarks",
};
