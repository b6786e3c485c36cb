import type { EvidenceSource } from "./types";

/** Loudspeaker below meter, meter below analysed recording. @see IEC 60268-3 (methods of measurement); the order is common practice */
export const STRENGTH: Record<EvidenceSource, number> = {
  recording: 2,
  meter: 1,
  loudspeaker: 0,
  simulated: 2,
};
