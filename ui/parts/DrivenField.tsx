import { DRIVEN_ADVICE, drivenIn } from "@/records";
import { held, QuantityField } from "./fields";

/** How many channels are driven, or which. */
export function DrivenField({
  id,
  channelCount,
  text,
  onChange,
}: {
  id: string;
  /** Of the amplifier. */
  channelCount: number;
  text: string;
  onChange(text: string): void;
}) {
  return (
    <QuantityField
      id={id}
      label="Channels driven"
      unit={`of ${channelCount}`}
      placeholder="2, or A, C"
      field={held(text, onChange)}
      error={drivenIn(text, channelCount) ? null : DRIVEN_ADVICE}
    />
  );
}
