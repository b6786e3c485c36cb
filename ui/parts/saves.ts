import type {
  AmplifierDraft,
  ClaimDraft,
  DocumentKind,
  LoadDraft,
  LogEntryDraft,
  Remarks,
  ListedBackup,
  Setup,
  Validated,
  WorkshopKind,
} from "@/records";
import { newId } from "./newId";
import { send, sendFile, type Kept } from "./send";

type Saved = Promise<Validated<Kept>>;

const at = (...parts: string[]): string => `/api/${parts.map(encodeURIComponent).join("/")}`;

/** Keeps a form: a new thing under an id made here, so that a second try after a lost answer is no second thing. */
const saver = <Draft>(home: (amplifierId: string) => string, one: (id: string) => string) => ({
  add: (amplifierId: string, draft: unknown | Draft, id = newId()): Saved =>
    send("POST", `${home(amplifierId)}?id=${id}`, draft),
  change: (id: string, draft: unknown | Draft): Saved => send("PUT", one(id), draft),
  remove: (id: string): Saved => send("DELETE", one(id)),
});

export const amplifierSaves = saver<AmplifierDraft>(
  () => at("amplifiers"),
  (id) => at("amplifiers", id),
);
export const claimSaves = saver<ClaimDraft>(
  (amplifierId) => at("amplifiers", amplifierId, "claims"),
  (id) => at("claims", id),
);
export const loadSaves = saver<LoadDraft>(
  (amplifierId) => at("amplifiers", amplifierId, "loads"),
  (id) => at("loads", id),
);

/** Has an amplifier measured with a load of the workshop. */
export const takeLoad = (amplifierId: string, loadId: string): Saved =>
  send("PUT", at("amplifiers", amplifierId, "loads", loadId), {});

/** Has it no longer measured with it; the load stays in the workshop. */
export const leaveLoad = (amplifierId: string, loadId: string): Saved =>
  send("DELETE", at("amplifiers", amplifierId, "loads", loadId));

/** Has an amplifier measured with a rig of the workshop; an id that is not there yet makes one like the present. */
export const chooseRig = (amplifierId: string, rigId: string): Saved =>
  send("PUT", at("amplifiers", amplifierId, "rig"), { rigId });

/** Takes a rig that is not used out of the workshop. */
export const removeRig = (rigId: string): Saved => send("DELETE", at("rigs", rigId));

/** Keeps one of the documents of an amplifier in place of the one before. */
export const saveDocument = (amplifierId: string, kind: DocumentKind, content: unknown): Saved =>
  send("PUT", at("amplifiers", amplifierId, "documents", kind), content);

/** Keeps one of the documents of the workshop in place of the one before. */
export const saveWorkshopDocument = (kind: WorkshopKind, content: unknown): Saved =>
  send("PUT", at("workshop", kind), content);

/** Keeps what the reviewer has to say of a stored run. */
export const saveRemarks = (runId: string, remarks: Remarks): Saved =>
  send("PUT", at("runs", runId, "remarks"), remarks);

/** Fills in the supply and switches of every run of an amplifier that does not record them. */
export const saveSetups = (amplifierId: string, setup: Setup): Saved =>
  send("PUT", at("amplifiers", amplifierId, "setups"), setup);

/** Puts another amplifier like this one on the shelf. @param id of what is new */
export const addAnother = (amplifierId: string, id: string): Saved =>
  send("POST", `${at("amplifiers", amplifierId, "another")}?id=${id}`, {});

/** Writes a line into the logbook. @param id of what is new */
export const addLogEntry = (amplifierId: string, draft: LogEntryDraft, id: string): Saved =>
  send("POST", `${at("amplifiers", amplifierId, "log")}?id=${id}`, draft);

/** Takes a line of the logbook back, or puts it back. */
export const strikeLogEntry = (id: string, isStruck: boolean): Saved =>
  send("PUT", at("log", id), { isStruck });

/** Brings an amplifier that was deleted back. */
export const bringBack = (amplifierId: string): Saved =>
  send("POST", at("deleted", amplifierId), {});

/** Removes one that was deleted permanently. */
export const removeForGood = (amplifierId: string): Saved =>
  send("DELETE", at("deleted", amplifierId));

/** Puts a copy of the records in their place. */
export const goBackTo = (backup: string): Saved => send("POST", at("backups", backup));

/** Takes a copy of the records in as a file; it joins the backups, with what is in it. */
export const uploadBackup = (file: File): Promise<Validated<ListedBackup>> =>
  sendFile<ListedBackup>("/api/backups", file);

/** Copies of the records with what is in each; none where that cannot be had. */
export const listedBackups = async (): Promise<ListedBackup[]> => {
  const answer = await fetch(at("backups")).catch(() => null);
  if (!answer?.ok) return [];
  return ((await answer.json()) as { backups: ListedBackup[] }).backups;
};
