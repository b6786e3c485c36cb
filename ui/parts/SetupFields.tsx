import { CONNECTION_NAMES } from "@/phrasing";
import { CONNECTIONS, OUTPUT_TERMINALS, WARMTHS, type SetupDetails, type Setup } from "@/records";
import { setupChoices, usualSetup } from "@/records/facts";
import { ChoiceField, held, TextField } from "./fields";

export type SetupFieldsProps = {
  /** Begins the id of each field. */
  id: string;
  details: SetupDetails;
  channelCount: number;
  setup: Setup;
  /** In place of a supply or position that nobody wrote down. */
  unsaid?: string;
  onChange(setup: Setup): void;
};

/** The supply, each switch and the connection of a reading or a claim; nothing is asked of which the amplifier has one only. */
export function SetupChoices({
  id,
  details,
  channelCount,
  setup,
  unsaid = "not recorded",
  onChange,
}: SetupFieldsProps) {
  const { supplies, switches, inputs } = setupChoices(details);
  return (
    <>
      {supplies.length > 0 && (
        <ChoiceField
          id={`${id}-supply`}
          label="Supply"
          field={held(setup.supply ?? "", (supply) =>
            onChange({ ...setup, supply: supply === "" ? null : supply }),
          )}
          choices={choicesOf(supplies, setup.supply, unsaid)}
        />
      )}
      {switches.map(({ name, positions }, k) => (
        <ChoiceField
          key={name}
          id={`${id}-switch-${k}`}
          label={name}
          field={held(setup.switches[name] ?? "", (position) =>
            onChange({ ...setup, switches: positionsWith(setup.switches, name, position) }),
          )}
          choices={choicesOf(positions, setup.switches[name] ?? null, unsaid)}
        />
      ))}
      {inputs.length > 0 && (
        <ChoiceField
          id={`${id}-input`}
          label="Input"
          field={held(setup.input, (input) => onChange({ ...setup, input }))}
          choices={choicesOf(inputs, setup.input || null, unsaid)}
        />
      )}
      {channelCount > 1 && (
        <ChoiceField
          id={`${id}-connection`}
          label="Outputs"
          field={held(setup.connection, (connection) =>
            onChange({ ...setup, connection: connection as Setup["connection"] }),
          )}
          choices={CONNECTIONS.map((value) => ({ value, label: CONNECTION_NAMES[value] }))}
        />
      )}
    </>
  );
}

/** The rest of a reading's setup, in the reviewer's own words. */
export function SetupTexts({
  id,
  details,
  setup,
  onChange,
}: Pick<SetupFieldsProps, "id" | "details" | "setup" | "onChange">) {
  return (
    <>
      {setupChoices(details).inputs.length === 0 && (
        <TextField
          id={`${id}-input`}
          label="Input"
          field={held(setup.input, (input) => onChange({ ...setup, input }))}
          placeholder="line, balanced"
        />
      )}
      <TextField
        id={`${id}-level`}
        label="Level control"
        field={held(setup.levelControl, (levelControl) => onChange({ ...setup, levelControl }))}
        placeholder="fully up"
      />
      <ChoiceField
        id={`${id}-warmth`}
        label="Warm-up"
        field={held(setup.warmth, (warmth) =>
          onChange({ ...setup, warmth: warmth as Setup["warmth"] }),
        )}
        choices={WARMTHS.map((value) => ({ value, label: value || "not recorded" }))}
      />
      <ChoiceField
        id={`${id}-terminals`}
        label="Output terminals"
        field={held(setup.terminals, (terminals) =>
          onChange({ ...setup, terminals: terminals as Setup["terminals"] }),
        )}
        choices={OUTPUT_TERMINALS.map((value) => ({ value, label: value || "not recorded" }))}
      />
      <TextField
        id={`${id}-mains`}
        label="Mains"
        field={held(setup.mains, (mains) => onChange({ ...setup, mains }))}
        placeholder="230 V, 50 Hz"
      />
      <TextField
        id={`${id}-other`}
        label="Other conditions"
        field={held(setup.other, (other) => onChange({ ...setup, other }))}
        placeholder="cover off"
      />
    </>
  );
}

/** What was written down under a name that the Brief no longer has can still be chosen. */
const choicesOf = (names: readonly string[], chosen: string | null, unsaid: string) => [
  ...(chosen !== null && !names.includes(chosen) ? [...names, chosen] : names).map((value) => ({
    value,
    label: value,
  })),
  { value: "", label: unsaid },
];

const positionsWith = (
  switches: Setup["switches"],
  name: string,
  position: string,
): Setup["switches"] =>
  position === ""
    ? Object.fromEntries(Object.entries(switches).filter(([each]) => each !== name))
    : { ...switches, [name]: position };

/** The setup that a form begins with: as planned, else as it was last, else the default. */
export const firstSetup = (
  details: SetupDetails,
  ...before: readonly (Setup | null | undefined)[]
): Setup => before.find((each) => each) ?? usualSetup(details);
