import { readingFields, RUN_KINDS, type RunKind, type SettingField } from "@/core/run";

/** What may be set for a file, by what it is taken for. */
export const fieldsOf = ({ kind }: { kind: RunKind | null }): SettingField[] =>
  kind === null ? [] : readingFields(RUN_KINDS[kind].fields);
