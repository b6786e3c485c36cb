import type { BlockKind } from "@/records";

/** What a block is called where the reviewer calls it nothing else. */
export const HEADINGS: Readonly<Record<BlockKind, string>> = {
  summary: "Summary",
  rating: "Recommended rating",
  claims: "Claims and measurements",
  curves: "Curves",
  bursts: "Bursts and staying power",
  heat: "Heat",
  supply: "Supply",
  comparison: "Comparison",
  photos: "Photos",
  method: "How it was measured",
  safety: "Safety",
  remarks: "Remarks",
};
