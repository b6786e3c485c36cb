"use client";
import { Text } from "@chakra-ui/react";
import { FileUp } from "lucide-react";
import { useRef, useState } from "react";
import type { HeatLog, HeatSpot, SpotPlace } from "@/records";
import { ActionButton } from "../parts/ActionButton";
import { useKeys } from "../parts/keys";
import { newId } from "../parts/newId";
import { uploadCapture } from "../bench/uploadRun";
import { newSpot } from "./SpotsEditor";
import { readLogger, rememberProbes } from "./useProbes";

/** Where probes are by their names, in the languages that loggers are set to; the heat sink where nothing says otherwise. */
const PLACES: readonly (readonly [RegExp, SpotPlace])[] = [
  [/sink|kühl|radiat|dissip|koel/i, "heat sink"],
  [/ambient|room|\bair\b|raum|luft/i, "air"],
  [/transf|trafo/i, "transformer"],
  [/brick|supply|netzteil|psu/i, "supply"],
  [/load|resist|last\b|dummy|charge/i, "load"],
  [/case|lid|top|gehäuse|boîtier/i, "case"],
];

const spotOf = (name: string, column: number): HeatSpot => ({
  ...newSpot(name, PLACES.find(([pattern]) => pattern.test(name))?.[1] ?? "heat sink"),
  column,
});

/** Takes in a logger's file: it is kept as it came, and becomes a log with a spot for each probe. */
export function LoggerFile({
  roomCelsius,
  onAdd,
}: {
  roomCelsius: number;
  onAdd(log: HeatLog): void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [isBusy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const choose = () => input.current?.click();
  useKeys([{ key: "f", label: "Logger file", run: choose }]);
  const take = async (file: File) => {
    setBusy(true);
    setTrouble(null);
    try {
      const bytes = new Blob([await file.arrayBuffer()]);
      const read = await readLogger(file.name, bytes);
      if (!read.probes) return setTrouble(read.trouble);
      const { sha256 } = await uploadCapture(
        { fileName: file.name, fullScaleVolts: 1, bytes },
        new AbortController().signal,
      );
      rememberProbes(sha256, read.probes);
      onAdd({
        id: newId(),
        title: file.name.replace(/\.[^.]+$/, "").slice(0, 80),
        startedAt: new Date(file.lastModified).toISOString(),
        roomCelsius,
        setup: "",
        file: { sha256, fileName: file.name.slice(0, 255) },
        runId: null,
        spots: read.probes.slice(0, MOST_SPOTS).map(({ name }, k) => spotOf(name.slice(0, 60), k)),
        readings: [],
        events: [],
        isStruck: false,
      });
      if (read.probes.length > MOST_SPOTS)
        setTrouble(
          `It has ${read.probes.length} probes; the first ${MOST_SPOTS} are shown. The whole file is saved.`,
        );
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : "The file could not be read.");
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".csv,.txt,.tsv,.log"
        hidden
        data-testid="logger-file"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) void take(file);
          event.target.value = "";
        }}
      />
      <ActionButton hotkey="F" loading={isBusy} onClick={choose}>
        <FileUp size={16} /> Logger file
      </ActionButton>
      {trouble && (
        <Text role="alert" color="ember" fontSize="14.5px" flexBasis="100%">
          {trouble}
        </Text>
      )}
    </>
  );
}

const MOST_SPOTS = 24;
