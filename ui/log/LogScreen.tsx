"use client";
import { Box, Flex, Heading, HStack, Text } from "@chakra-ui/react";
import { groups } from "d3";
import { format } from "date-fns";
import {
  Activity,
  Cable,
  Copy,
  Gavel,
  Pencil,
  Power,
  PowerOff,
  ShieldAlert,
  ShieldCheck,
  Thermometer,
  Undo2,
  X,
} from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { LogLine } from "@/records/facts";
import { ActionButton } from "../parts/ActionButton";
import { PageLink } from "../parts/PageLink";
import { Panel } from "../parts/Panel";
import { strikeLogEntry } from "../parts/saves";
import { messageOf } from "../parts/send";
import { useNote } from "./NoteProvider";

const KINDS: Record<LogLine["kind"], { Icon: typeof Power; word: string; color: string }> = {
  remark: { Icon: Pencil, word: "Remark", color: "ink" },
  "power on": { Icon: Power, word: "Power on", color: "emberText" },
  "power off": { Icon: PowerOff, word: "Power off", color: "muted" },
  wiring: { Icon: Cable, word: "Wiring", color: "ink" },
  temperature: { Icon: Thermometer, word: "Temperature", color: "ochre" },
  guard: { Icon: ShieldAlert, word: "Guard", color: "ember" },
  run: { Icon: Activity, word: "Run", color: "spruce" },
  confirmation: { Icon: ShieldCheck, word: "Confirmed", color: "lichen" },
  ruling: { Icon: Gavel, word: "Ruling", color: "ink" },
};

/** Everything that happened at the bench, day by day; a remark may be added from any screen. */
export function LogScreen({
  amplifierId,
  lines,
  method,
}: {
  amplifierId: string;
  lines: readonly LogLine[];
  /** How it was measured, in sentences for readers. */
  method: readonly string[];
}) {
  const router = useRouter();
  const { open } = useNote();
  const [trouble, setTrouble] = useState<string | null>(null);
  const strike = async (entryId: string, isStruck: boolean) => {
    const saved = await strikeLogEntry(entryId, isStruck);
    setTrouble(saved.ok ? null : messageOf(saved));
    if (saved.ok) router.refresh();
  };
  const days = groups(lines, ({ at }) => format(new Date(at), "EEEE, d MMMM yyyy"));
  return (
    <Panel>
      <Flex justify="space-between" align="center" mb={2}>
        <Heading as="h1" fontSize="22px">
          Logbook
        </Heading>
        <ActionButton tone="primary" hotkey="L" onClick={open}>
          <Pencil size={16} /> Note
        </ActionButton>
      </Flex>
      {trouble && (
        <Text role="alert" color="ember">
          {trouble}
        </Text>
      )}
      {lines.length === 0 && (
        <Text color="muted">
          No entries yet. Runs, guards, changed loads and confirmed cautions are logged
          automatically; press L on any screen to add a note.
        </Text>
      )}
      <Method sentences={method} />
      {days.map(([day, own]) => (
        <Box key={day} mt={3}>
          <Heading as="h2" fontSize="16px" color="muted" fontWeight={600} mb={1}>
            {day}
          </Heading>
          <Box as="ol" listStyleType="none">
            {own.map((line) => (
              <Line key={line.key} line={line} amplifierId={amplifierId} onStrike={strike} />
            ))}
          </Box>
        </Box>
      ))}
    </Panel>
  );
}

/** How it was measured, to be taken over into the review. */
function Method({ sentences }: { sentences: readonly string[] }) {
  const [isCopied, setCopied] = useState(false);
  const copy = async () => {
    await navigator.clipboard.writeText(sentences.join(" ")).catch(() => {});
    setCopied(true);
  };
  return (
    <Box mt={2} bg="sunken" borderRadius="control" px={3} py={2.5} data-testid="method">
      <Flex justify="space-between" align="center" gap={3}>
        <Heading as="h2" fontSize="16px">
          How it was measured
        </Heading>
        <ActionButton minH="34px" px={2.5} fontSize="13.5px" onClick={() => void copy()}>
          <Copy size={14} /> {isCopied ? "Copied" : "Copy"}
        </ActionButton>
      </Flex>
      <Text fontSize="15px" mt={1}>
        {sentences.join(" ")}
      </Text>
    </Box>
  );
}

function Line({
  line: { at, kind, text, runId, isStruck, entryId },
  amplifierId,
  onStrike,
}: {
  line: LogLine;
  amplifierId: string;
  onStrike(entryId: string, isStruck: boolean): Promise<void>;
}) {
  const { Icon, word, color } = KINDS[kind];
  return (
    <Flex as="li" gap={3} py={1.5} borderTopWidth="1px" borderColor="rime" align="center">
      <Text w="52px" color="muted" fontSize="14.5px" flexShrink={0}>
        {format(new Date(at), "HH:mm")}
      </Text>
      <HStack w="132px" gap={2} flexShrink={0} color={color} fontSize="14.5px" fontWeight={600}>
        <Icon size={16} aria-hidden /> {word}
      </HStack>
      <Text
        flex={1}
        minW={0}
        overflowWrap="anywhere"
        textDecoration={isStruck ? "line-through" : undefined}
        color={isStruck ? "muted" : undefined}
      >
        {runId === null ? (
          text
        ) : (
          <PageLink href={`/amplifiers/${amplifierId}/bench?run=${runId}`}>
            <Box as="span" textDecoration="underline" textUnderlineOffset="3px">
              {text}
            </Box>
          </PageLink>
        )}
      </Text>
      {entryId !== null && (
        <ActionButton
          minH="34px"
          h="34px"
          px={2.5}
          fontSize="13.5px"
          aria-label={isStruck ? "Restore this entry" : "Strike out this entry"}
          onClick={() => void onStrike(entryId, !isStruck)}
        >
          {isStruck ? <Undo2 size={15} /> : <X size={15} />}
        </ActionButton>
      )}
    </Flex>
  );
}
