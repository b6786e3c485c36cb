"use client";
import { Box, Grid, HStack, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { RUN_KINDS } from "@/core/run";
import { COVERAGE_FACTOR } from "@/core/power";
import type { Calibration } from "@/core/rig";
import { claimedWatts } from "@/core/claim";
import { formatPercent, formatSignificant, parseNumber } from "@/core/units";
import type { Amplifier, Claim, Confirmation, Load } from "@/records";
import { ActionButton } from "../../parts/ActionButton";
import { Panel } from "../../parts/Panel";
import { accuracyOf } from "@/records/facts";
import { loadChoice } from "../loadChoice";
import { Choice, Line } from "../SettingsFields";
import { UploadFailed } from "../uploadRun";
import { DropArea } from "./DropArea";
import { FileForm } from "./FileForm";
import { groupsOf, readFiles } from "./readFiles";
import { useFiles } from "./useFiles";

export type FilesInProps = {
  amplifier: Amplifier;
  claims: readonly Claim[];
  loads: readonly Load[];
  calibration: Calibration | null;
  confirmations: readonly Confirmation[];
  uploadLimitBytes: number;
  onStored(runId: string): void;
};

/** Recordings, scope records and responses as text, one or many: opened, guessed, confirmed and read. */
export function FilesIn({
  amplifier,
  claims,
  loads,
  calibration,
  confirmations,
  uploadLimitBytes,
  onStored,
}: FilesInProps) {
  const [loadId, setLoadId] = useState(loads[0].id);
  const [secondId, setSecondId] = useState(loads[1]?.id ?? "");
  const [mainsHz, setMainsHz] = useState("50");
  const [accuracy, setAccuracy] = useState(
    calibration ? formatPercent(COVERAGE_FACTOR * calibration.voltsStdUncertaintyRatio, 2) : "1 %",
  );
  const load = loads.find(({ id }) => id === loadId) ?? loads[0];
  const files = useFiles(
    load.channels.length,
    calibration ? formatSignificant(calibration.fullScaleVolts, 5) : "",
    uploadLimitBytes,
  );
  const [driven, setDriven] = useState(String(amplifier.channelCount));
  const [doneRatio, setDoneRatio] = useState<number | null>(null);
  const isBusy = doneRatio !== null;
  const control = useRef<AbortController | null>(null);
  useEffect(() => () => control.current?.abort(), []);
  const [message, setMessage] = useState<string | null>(null);
  const ready = files.entries.filter(({ state }) => state === "open");
  const needsSecond = ready.some(({ kind }) => kind && RUN_KINDS[kind].takesSecondLoad);

  const read = async () => {
    const common = commonFrom(accuracy, driven);
    if (typeof common === "string") return setMessage(common);
    const mine = new AbortController();
    control.current = mine;
    setDoneRatio(0);
    setMessage(null);
    let last: string | null = null;
    const problems: string[] = [];
    for (const group of groupsOf(ready)) {
      try {
        const outcome = await readFiles(group, {
          amplifierId: amplifier.id,
          load,
          secondLoad: loads.find(({ id }) => id === secondId) ?? null,
          ...common,
          mainsHz: Number(mainsHz),
          ratedWatts: claimedWatts(load.nominalOhms, claims, false) || null,
          confirmations,
          signal: mine.signal,
          onReading: setDoneRatio,
        });
        if (typeof outcome === "string") {
          last = outcome;
          files.clear(group.map(({ id }) => id));
        } else {
          problems.push(`${outcome.where}: ${outcome.advice}`);
          group.forEach(({ id }) =>
            files.change(id, { message: `${outcome.where}: ${outcome.advice}` }),
          );
        }
      } catch (error) {
        if (mine.signal.aborted) break;
        problems.push(
          error instanceof UploadFailed
            ? error.message
            : "This did not work; the files are still here. Try again.",
        );
      }
    }
    setDoneRatio(null);
    if (problems.length > 0) setMessage(problems[0]);
    else if (last) onStored(last);
  };

  return (
    <Panel
      as="form"
      aria-label="Files"
      {...{
        noValidate: true,
        onSubmit: (event: React.FormEvent) => {
          event.preventDefault();
          void read();
        },
      }}
    >
      <DropArea onFiles={files.add} isEmpty={files.entries.length === 0} />
      {files.entries.map((entry) => (
        <FileForm
          key={entry.id}
          entry={entry}
          outputCount={load.channels.length}
          onChange={(to) => files.change(entry.id, to)}
          onReopen={() => files.reopen(entry)}
          onRemove={() => files.remove(entry.id)}
        />
      ))}
      {files.entries.length > 0 && (
        <Box>
          <Grid templateColumns="repeat(auto-fill, minmax(170px, 1fr))" gap={3} mt={3}>
            <Choice
              id="files-load"
              label="Load"
              value={load.id}
              choices={loads.map(loadChoice)}
              onChange={setLoadId}
            />
            {needsSecond && (
              <Choice
                id="files-second"
                label="Load of the second file"
                value={secondId}
                choices={loads.map(loadChoice)}
                onChange={setSecondId}
              />
            )}
            <Line
              id="files-driven"
              label="Channels driven meanwhile"
              unit={`of ${amplifier.channelCount}`}
              value={driven}
              onChange={setDriven}
            />
            <Line
              id="files-accuracy"
              label="Accuracy of the volts, ±"
              value={accuracy}
              onChange={setAccuracy}
            />
            <Choice
              id="files-mains"
              label="Mains"
              value={mainsHz}
              choices={[
                { value: "50", label: "50 Hz" },
                { value: "60", label: "60 Hz" },
              ]}
              onChange={setMainsHz}
            />
          </Grid>
          {message && (
            <Text role="alert" color="ember" fontWeight={600} mt={2}>
              {message}
            </Text>
          )}
          <HStack mt={3} gap={2}>
            <ActionButton tone="primary" type="submit" disabled={isBusy || ready.length === 0}>
              {readText(doneRatio, groupsOf(ready).length)}
            </ActionButton>
            {isBusy && (
              <ActionButton onClick={() => control.current?.abort()}>Stop reading</ActionButton>
            )}
          </HStack>
        </Box>
      )}
    </Panel>
  );
}

/** What the button says: what it would do, or how far it is. */
const readText = (doneRatio: number | null, runCount: number): string => {
  if (doneRatio !== null) return `Reading… ${Math.round(100 * doneRatio)} %`;
  return runCount === 1 ? "Read it" : `Read these ${runCount} runs`;
};

/** What holds for all files, or what is wrong with it. */
const commonFrom = (
  accuracy: string,
  driven: string,
): { voltsAccuracyRatio: number; channelsDriven: number } | string => {
  const voltsAccuracyRatio = accuracyOf(accuracy);
  const channelsDriven = parseNumber(driven);
  if (voltsAccuracyRatio === null) return "Give the accuracy of the volts, such as 1 %.";
  if (
    channelsDriven === null ||
    !Number.isInteger(channelsDriven) ||
    channelsDriven < 1 ||
    channelsDriven > 16
  )
    return "Say how many channels were driven, from 1 to 16.";
  return { voltsAccuracyRatio, channelsDriven };
};
