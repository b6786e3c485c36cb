"use client";
import { Box, Flex, Grid, Heading, HStack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { GENERIC_PROFILES, profileMistakes, ROLE_FACTS, SAMPLE_FORMATS } from "@/core/scpi";
import { ActionButton } from "../parts/ActionButton";
import { ChoiceField, held, QuantityField, TextField } from "../parts/fields";
import { FileButton } from "../parts/FileButton";
import { Panel } from "../parts/Panel";
import { asDrafts, readDraft, type InstrumentDraft } from "./drafts";
import { profileFile, readProfileFile } from "./profileFile";
import { tryCommand, type Said } from "./talk";

export type ProfilePanelProps = {
  draft: InstrumentDraft;
  isKept: boolean;
  isReached: boolean;
  onChange(part: Partial<InstrumentDraft>): void;
  onClose(): void;
};

/** How an instrument is spoken to: each command, the numbers that are known of it, and a try of each. */
export function ProfilePanel({ draft, isKept, isReached, onChange, onClose }: ProfilePanelProps) {
  const { profile } = draft;
  const { commands, numbers, hasSamples } = ROLE_FACTS[profile.role];
  const read = readDraft(draft).profile;
  const mistakes = profileMistakes(read);
  const [said, setSaid] = useState<{ name: string; lines: readonly Said[] } | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const change = (part: Partial<InstrumentDraft["profile"]>) =>
    onChange({ profile: { ...profile, ...part } });
  const take = (taken: typeof read) =>
    change(asDrafts({ instruments: [{ ...readDraft(draft), profile: taken }] })[0].profile);
  const takeFile = async (file: File) => {
    const found = readProfileFile(await file.text(), profile.role);
    setMessage(found.ok ? null : found.finding.advice);
    if (found.ok) take(found.value);
  };
  return (
    <Panel>
      <Flex justify="space-between" align="center" mb={2} gap={3} wrap="wrap">
        <Heading as="h2" fontSize="19px">
          How {draft.name || "it"} is spoken to
        </Heading>
        <HStack gap={2}>
          <ActionButton minH="38px" px={3} onClick={() => take(GENERIC_PROFILES[profile.role])}>
            Restore standard commands
          </ActionButton>
          <ActionButton minH="38px" px={3} asChild>
            <a
              download={`${profile.role}.json`}
              href={`data:application/json,${encodeURIComponent(profileFile(read))}`}
            >
              Export
            </a>
          </ActionButton>
          <FileButton
            accept=".json"
            minH="38px"
            px={3}
            onFiles={([file]) => {
              if (file) void takeFile(file);
            }}
          >
            Import
          </FileButton>
          <ActionButton minH="38px" px={3} onClick={onClose}>
            Close
          </ActionButton>
        </HStack>
      </Flex>
      {message && (
        <Text role="alert" color="ember" fontWeight={600} mb={2}>
          {message}
        </Text>
      )}
      <Text color="muted" fontSize="14.5px" mb={3}>
        As in its manual, one command per line. Words in braces are filled in. After a query, “-
        {">"} 2” selects an item of the response. Leave empty what it does not have.
      </Text>
      <Grid templateColumns="repeat(auto-fill, minmax(160px, 1fr))" gap={3} mb={3}>
        {Object.entries(numbers).map(([name, { label, unit }]) => (
          <QuantityField
            key={name}
            label={label}
            unit={unit}
            field={held(profile.numbers[name] ?? "", (text) =>
              change({ numbers: { ...profile.numbers, [name]: text } }),
            )}
            error={mistakes[`numbers.${name}`]}
          />
        ))}
        {hasSamples && (
          <ChoiceField
            label="Sample format"
            field={held(profile.sampleFormat, (format) =>
              change({
                sampleFormat:
                  SAMPLE_FORMATS.find((each) => each === format) ?? profile.sampleFormat,
              }),
            )}
            choices={SAMPLE_FORMATS}
          />
        )}
      </Grid>
      <Flex direction="column" gap={2.5}>
        {Object.entries(commands).map(([name, facts]) => (
          <CommandRow
            key={name}
            label={facts.isNeeded ? facts.label : `${facts.label} (if available)`}
            blanks={facts.blanks}
            text={profile.commands[name] ?? ""}
            mistake={mistakes[`commands.${name}`]}
            canTry={isKept && isReached && !mistakes[`commands.${name}`]}
            said={said?.name === name ? said.lines : null}
            onText={(text) => change({ commands: { ...profile.commands, [name]: text } })}
            onTry={async () => {
              setSaid({ name, lines: [] });
              setSaid({ name, lines: await tryCommand(draft.id, read, name) });
            }}
          />
        ))}
      </Flex>
    </Panel>
  );
}

type CommandRowProps = {
  label: string;
  blanks: readonly string[];
  text: string;
  mistake: string | undefined;
  canTry: boolean;
  said: readonly Said[] | null;
  onText(text: string): void;
  onTry(): void;
};

/** Characters that fit in a line. */
const LINE_CHARACTERS = 44;

const rowsOf = (text: string): number =>
  text
    .split("\n")
    .reduce((sum, line) => sum + Math.max(1, Math.ceil(line.length / LINE_CHARACTERS)), 0);

/** One command, and what was sent and answered when it was tried. */
function CommandRow(props: CommandRowProps) {
  const { label, blanks, text, mistake, canTry, said, onText, onTry } = props;
  return (
    <Box borderTopWidth="1px" borderColor="rime" pt={2}>
      <Flex gap={3} align="end">
        <Box flex={1} fontFamily="mono">
          <TextField
            label={label}
            field={held(text, onText)}
            rows={rowsOf(text)}
            error={mistake}
            help={blanks.length > 0 ? blanks.map((each) => `{${each}}`).join(" ") : undefined}
          />
        </Box>
        <ActionButton
          minH="40px"
          px={3}
          mb={mistake || blanks.length > 0 ? "24px" : 0}
          aria-label={`Try it: ${label}`}
          disabled={!canTry || text.trim() === ""}
          onClick={onTry}
        >
          Try it
        </ActionButton>
      </Flex>
      {said && <Talk said={said} />}
    </Box>
  );
}

const LOOK: Readonly<Record<Said["from"], { mark: string; color: string }>> = {
  page: { mark: "sent", color: "muted" },
  instrument: { mark: "answered", color: "ink" },
  trouble: { mark: "trouble", color: "ember" },
};

function Talk({ said }: { said: readonly Said[] }) {
  return (
    <Box
      as="ol"
      aria-label="Sent and received"
      aria-live="polite"
      bg="sunken"
      borderRadius="control"
      px={3}
      py={2}
      mt={1.5}
      fontSize="14px"
      listStyleType="none"
    >
      {said.length === 0 && <li>querying…</li>}
      {said.map(({ from, text }, k) => (
        <Flex as="li" key={k} gap={3} color={LOOK[from].color}>
          <Text as="span" w="76px" flexShrink={0}>
            {LOOK[from].mark}
          </Text>
          <Text as="span" fontFamily="mono" wordBreak="break-all" fontWeight={600}>
            {text}
          </Text>
        </Flex>
      ))}
    </Box>
  );
}
