import type { Amplifier, Load, Setup, SetupDetails } from "@/records";
import { DrivenField } from "../../parts/DrivenField";
import { ChoiceField, held } from "../../parts/fields";
import { SetupChoices } from "../../parts/SetupFields";
import { loadChoice } from "../loadChoice";
import type { OwnConditions } from "./nameConditions";

/** What a file was recorded under, complete. */
export type FileConditionsValue = { loadId: string; channelsDriven: string; setup: Setup };

/** The conditions of a file: its own where its note, its name or the reviewer says them, else those of all files. */
export const conditionsOfFile = (
  own: OwnConditions,
  common: FileConditionsValue,
): FileConditionsValue => ({ ...common, ...own });

/** Load, channels driven, supply and switches of one file. */
export function FileConditions({
  id,
  own,
  common,
  amplifier,
  loads,
  details,
  onChange,
}: {
  id: string;
  own: OwnConditions;
  common: FileConditionsValue;
  amplifier: Pick<Amplifier, "channelCount">;
  loads: readonly Load[];
  details: SetupDetails;
  onChange(own: OwnConditions): void;
}) {
  const { loadId, channelsDriven, setup } = conditionsOfFile(own, common);
  return (
    <>
      <ChoiceField
        id={`${id}-load`}
        label="Load"
        field={held(loadId, (to) => onChange({ ...own, loadId: to }))}
        choices={loads.map(loadChoice)}
      />
      <DrivenField
        id={`${id}-driven`}
        channelCount={amplifier.channelCount}
        text={channelsDriven}
        onChange={(to) => onChange({ ...own, channelsDriven: to })}
      />
      <SetupChoices
        id={`${id}-setup`}
        details={details}
        channelCount={amplifier.channelCount}
        setup={setup}
        onChange={(to) => onChange({ ...own, setup: to })}
      />
    </>
  );
}
