import { formatSignificant } from "@/core/units";
import type { Load } from "@/records";

/** "8 Ω (8.21, 8.18 measured)" */
export const loadChoice = ({ id, nominalOhms, channels }: Load) => ({
  value: id,
  label: `${nominalOhms} Ω (${channels.map(({ ohms }) => formatSignificant(ohms, 3)).join(", ")} measured)`,
});
