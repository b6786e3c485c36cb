import type { Figure } from "@/core/run";
import type { EvidenceChannel } from "@/core/verdict";

/** A figure of a channel by its name, where it has a value. */
export const figureNamed = (
  { figures = [] }: Pick<EvidenceChannel, "figures">,
  name: string,
): Figure | null => figures.find((figure) => figure.name === name && figure.value !== null) ?? null;
