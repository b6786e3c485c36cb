import { Box, Grid, HStack, Text } from "@chakra-ui/react";
import type { Details, Load } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { MOST_RUNS, type RunSet } from "./runSets";
import { listOf } from "./settingsForm";
import { Line } from "./SettingsFields";

export type SetTexts = {
  loadIds: readonly string[];
  channelCounts: string;
  frequencies: string;
  settings: readonly string[];
  repeats: string;
};
export const NO_SET: SetTexts = {
  loadIds: [],
  channelCounts: "",
  frequencies: "",
  settings: [],
  repeats: "1",
};

/** The set as numbers, or what is wrong with it. */
export const setFrom = ({
  loadIds,
  channelCounts,
  frequencies,
  settings,
  repeats,
}: SetTexts): RunSet | string => {
  const counts = listOf(channelCounts),
    hertz = listOf(frequencies),
    times = listOf(repeats);
  if (!counts || counts.some((each) => !Number.isInteger(each) || each > 16))
    return "Give counts of channels such as 1, 2.";
  if (!hertz || hertz.some((each) => each < 5 || each > 40_000))
    return "Give frequencies such as 20, 1k, 20k.";
  if (times?.length !== 1 || !Number.isInteger(times[0]) || times[0] > MOST_RUNS)
    return `Give how often, from 1 to ${MOST_RUNS}.`;
  return { loadIds, channelCounts: counts, frequencies: hertz, settings, repeats: times[0] };
};

/** Supplies and switches as they can be set, besides as it comes. */
export const settingChoices = ({ supplies, switches }: Details): string[] => [
  ...supplies.filter(({ isInTheBox }) => !isInTheBox).map(({ name }) => `supply: ${name}`),
  ...switches.flatMap(({ name, positions }) =>
    positions
      .split(/[,/;]/)
      .map((each) => each.trim())
      .filter((each) => each !== "")
      .map((position) => `${name}: ${position}`),
  ),
];

/** Repeats a run over loads, channels, settings and frequencies, and for statistics. */
export function SetFields({
  texts,
  loads,
  details,
  onChange,
}: {
  texts: SetTexts;
  loads: readonly Load[];
  details: Details;
  onChange(texts: SetTexts): void;
}) {
  const turned = (list: readonly string[], value: string) =>
    list.includes(value) ? list.filter((each) => each !== value) : [...list, value];
  const settings = settingChoices(details);
  return (
    <Box borderTopWidth="1px" borderColor="rime" mt={4} pt={3}>
      <Text fontWeight={700} mb={1.5}>
        Repeat it over
      </Text>
      {loads.length > 1 && (
        <HStack gap={1.5} wrap="wrap" mb={2} role="group" aria-label="Loads of the set">
          {loads.map(({ id, nominalOhms }) => (
            <ActionButton
              key={id}
              minH="36px"
              px={3}
              fontSize="14px"
              aria-pressed={texts.loadIds.includes(id)}
              tone={texts.loadIds.includes(id) ? "primary" : "quiet"}
              onClick={() => onChange({ ...texts, loadIds: turned(texts.loadIds, id) })}
            >
              {nominalOhms} Ω
            </ActionButton>
          ))}
        </HStack>
      )}
      {settings.length > 0 && (
        <HStack gap={1.5} wrap="wrap" mb={2} role="group" aria-label="Settings of the set">
          {["", ...settings].map((setting) => (
            <ActionButton
              key={setting}
              minH="36px"
              px={3}
              fontSize="14px"
              aria-pressed={texts.settings.includes(setting)}
              tone={texts.settings.includes(setting) ? "primary" : "quiet"}
              onClick={() => onChange({ ...texts, settings: turned(texts.settings, setting) })}
            >
              {setting || "as it comes"}
            </ActionButton>
          ))}
        </HStack>
      )}
      <Grid templateColumns="repeat(3, minmax(0, 1fr))" gap={3}>
        <Line
          id="set-channels"
          label="Channels driven"
          placeholder="1, 2"
          value={texts.channelCounts}
          onChange={(channelCounts) => onChange({ ...texts, channelCounts })}
        />
        <Line
          id="set-frequencies"
          label="Frequencies"
          placeholder="20, 1k, 20k"
          unit="Hz"
          value={texts.frequencies}
          onChange={(frequencies) => onChange({ ...texts, frequencies })}
        />
        <Line
          id="set-repeats"
          label="Times each"
          value={texts.repeats}
          onChange={(repeats) => onChange({ ...texts, repeats })}
        />
      </Grid>
    </Box>
  );
}
