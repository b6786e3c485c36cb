"use client";
import { Box, Flex, Text } from "@chakra-ui/react";
import { format } from "date-fns";
import { FileUp } from "lucide-react";
import { useEffect, useState } from "react";
import type { Backup, BackupFacts, ListedBackup } from "@/records";
import { ActionButton } from "./ActionButton";
import { ConfirmDialog } from "./ConfirmDialog";
import { FileButton } from "./FileButton";
import { goBackTo, listedBackups, uploadBackup } from "./saves";
import { messageOf } from "./send";

const moment = (at: string): string => format(new Date(at), "EEEE d MMMM yyyy, HH:mm");
const counted = (count: number, thing: string): string =>
  `${count} ${thing}${count === 1 ? "" : "s"}`;

/** What is in a backup, in a line. */
const factsText = ({ isUploaded }: Backup, facts: BackupFacts | null | undefined): string => {
  if (facts === undefined) return "";
  if (facts === null) return "Unreadable.";
  const { amplifierCount, runCount, newestRunAt, missingCount } = facts;
  return [
    isUploaded ? "from a file" : "",
    counted(amplifierCount, "amplifier"),
    counted(runCount, "run") +
      (newestRunAt ? `, the newest of ${format(new Date(newestRunAt), "d MMM yyyy")}` : ""),
    missingCount > 0 ? `${counted(missingCount, "recording")} missing from the data folder` : "",
  ]
    .filter((part) => part !== "")
    .join("; ");
};

/** Copies of the records, what is in each, and the way back to one; a copy that lies elsewhere is taken in first. */
export function BackupList({ backups }: { backups: readonly Backup[] }) {
  const [uploaded, setUploaded] = useState<readonly ListedBackup[]>([]);
  const [listed, setListed] = useState<readonly ListedBackup[]>([]);
  const [goingTo, setGoingTo] = useState<Backup | null>(null);
  // What is in a large one takes a while to read: the page does not wait for it.
  useEffect(() => {
    let isLeft = false;
    void listedBackups().then((all) => !isLeft && setListed(all));
    return () => {
      isLeft = true;
    };
  }, []);
  const factsOf = ({ name }: Backup) =>
    [...uploaded, ...listed].find((each) => each.name === name)?.facts;
  const known = new Set(backups.map(({ name }) => name));
  const all = [...uploaded.filter(({ name }) => !known.has(name)), ...backups];
  return (
    <Box>
      {all.map((backup) => (
        <Flex
          key={backup.name}
          align="center"
          gap={4}
          py={2}
          borderTopWidth="1px"
          borderColor="rime"
        >
          <Box flex={1} suppressHydrationWarning>
            <Text fontSize="16px" fontWeight={700} suppressHydrationWarning>
              {moment(backup.madeAt)}
            </Text>
            <Text color="muted" fontSize="14px" suppressHydrationWarning>
              {factsText(backup, factsOf(backup))}
            </Text>
          </Box>
          <ActionButton
            minH="38px"
            aria-label={`Restore the backup of ${moment(backup.madeAt)}`}
            onClick={() => setGoingTo(backup)}
            suppressHydrationWarning
          >
            Restore
          </ActionButton>
        </Flex>
      ))}
      <BackupUpload onUploaded={(backup) => setUploaded((before) => [backup, ...before])} />
      <ConfirmDialog
        open={goingTo !== null}
        title="Restore this backup?"
        text="It is checked first. The current database is then moved aside within the data folder and can be restored. Recordings, photos and documents stay as they are."
        confirmLabel="Restore this backup"
        onClose={() => setGoingTo(null)}
        confirm={() => goBackTo(goingTo?.name ?? "")}
        // What every window holds of the records is no longer so.
        onConfirmed={() => window.location.assign("/")}
      />
    </Box>
  );
}

function BackupUpload({ onUploaded }: { onUploaded(backup: ListedBackup): void }) {
  const [isBusy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setBusy(true);
    setTrouble(null);
    const answer = await uploadBackup(file);
    setBusy(false);
    if (answer.ok) onUploaded(answer.value);
    else setTrouble(messageOf(answer));
  };
  return (
    <Box pt={2} borderTopWidth="1px" borderColor="rime">
      <FileButton
        minH="38px"
        loading={isBusy}
        accept=".sqlite,.zip"
        testId="backup-file"
        onFiles={([file]) => void take(file)}
      >
        <FileUp size={16} /> Add a backup from elsewhere
      </FileButton>
      <Text color="muted" fontSize="14px" mt={1}>
        A rimebank.sqlite or a full backup. It is added to this list; nothing else changes.
      </Text>
      {trouble && (
        <Text role="alert" color="ember" mt={2}>
          {trouble}
        </Text>
      )}
    </Box>
  );
}
