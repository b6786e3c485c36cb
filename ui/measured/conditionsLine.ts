import { drivenText } from "@/core/claim";
import { formatSignificant } from "@/core/units";
import type { Run } from "@/records";

const SOURCES: Record<Run["source"], string> = { recording: "recording", "simulated-bench": "simulated:", typed: "typed from" };

/** What a run was made under, in one line. */
export const conditionsLine = ({ conditions, source, sourceDetail }: Run): string =>
  [drivenText(conditions.channelsDriven), `${conditions.channels.map(({ loadOhms }) => formatSignificant(loadOhms, 3)).join(" and ")} Ω measured`, conditions.setting, conditions.inputUsed, `${SOURCES[source]} ${sourceDetail}`].filter(Boolean).join(", ");
