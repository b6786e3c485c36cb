"use server";
import { revalidatePath } from "next/cache";
import {
  amplifierSchema,
  claimSchema,
  DOCUMENTS,
  loadSchema,
  remarksSchema,
  validated,
  WORKSHOP_DOCUMENTS,
  type DocumentKind,
  type DocumentOf,
  type Remarks,
  type Validated,
  type WorkshopKind,
  type WorkshopOf,
} from "@/records";
import * as store from "@/store";
import { database } from "./records";

const gone = {
  ok: false,
  errors: {
    "": "This is no longer there; it may have been deleted in another window. Reload the page.",
  },
} as const;

const refresh = () => revalidatePath("/", "layout");

/** Adds an amplifier, or changes the one with that id. */
export const saveAmplifier = async (
  id: string | null,
  input: unknown,
): Promise<Validated<{ id: string }>> => {
  const checked = await validated(amplifierSchema, input);
  if (!checked.ok) return checked;
  const db = await database();
  if (id === null) {
    const added = await store.addAmplifier(db, checked.value, new Date().toISOString());
    refresh();
    return { ok: true, value: { id: added.id } };
  }
  if (!(await store.changeAmplifier(db, id, checked.value))) return gone;
  refresh();
  return { ok: true, value: { id } };
};

/** Removes an amplifier with everything that belongs to it. */
export const removeAmplifier = async (id: string): Promise<void> => {
  await store.deleteAmplifier(await database(), id);
  refresh();
};

/** Adds a claim to an amplifier, or changes the claim with that id. */
export const saveClaim = async (
  amplifierId: string,
  claimId: string | null,
  input: unknown,
): Promise<Validated<{ id: string }>> => {
  const checked = await validated(claimSchema, input);
  if (!checked.ok) return checked;
  const db = await database();
  if (!(await store.findAmplifier(db, amplifierId))) return gone;
  if (claimId !== null && !(await store.changeClaim(db, claimId, checked.value))) return gone;
  const id = claimId ?? (await store.addClaim(db, amplifierId, checked.value)).id;
  refresh();
  return { ok: true, value: { id } };
};

export const removeClaim = async (id: string): Promise<void> => {
  await store.deleteClaim(await database(), id);
  refresh();
};

/** Adds a set of dummy loads, or changes the one with that id. */
export const saveLoad = async (
  amplifierId: string,
  loadId: string | null,
  input: unknown,
): Promise<Validated<{ id: string }>> => {
  const checked = await validated(loadSchema, input);
  if (!checked.ok) return checked;
  const db = await database();
  if (!(await store.findAmplifier(db, amplifierId))) return gone;
  if (loadId !== null && !(await store.changeLoad(db, loadId, checked.value))) return gone;
  const id = loadId ?? (await store.addLoad(db, amplifierId, checked.value)).id;
  refresh();
  return { ok: true, value: { id } };
};

export const removeLoad = async (id: string): Promise<void> => {
  await store.deleteLoad(await database(), id);
  refresh();
};

/** Keeps one of the documents of an amplifier in place of the one before. */
export const saveDocument = async <K extends DocumentKind>(
  amplifierId: string,
  kind: K,
  input: unknown,
): Promise<Validated<DocumentOf<K>>> => {
  if (!Object.hasOwn(DOCUMENTS, kind)) return gone;
  const checked = await validated(DOCUMENTS[kind] as never, input);
  if (!checked.ok) return checked;
  const db = await database();
  if (!(await store.findAmplifier(db, amplifierId))) return gone;
  await store.keepDocument(db, amplifierId, kind, checked.value as DocumentOf<K>);
  refresh();
  return checked as Validated<DocumentOf<K>>;
};

/** Keeps one of the documents of the workshop in place of the one before. */
export const saveWorkshopDocument = async <K extends WorkshopKind>(
  kind: K,
  input: unknown,
): Promise<Validated<WorkshopOf<K>>> => {
  if (!Object.hasOwn(WORKSHOP_DOCUMENTS, kind)) return gone;
  const checked = await validated(WORKSHOP_DOCUMENTS[kind] as never, input);
  if (!checked.ok) return checked;
  await store.keepWorkshopDocument(await database(), kind, checked.value as WorkshopOf<K>);
  refresh();
  return checked as Validated<WorkshopOf<K>>;
};

/** Keeps what the reviewer has to say of a run: struck out, or stopped by something else. */
export const saveRemarks = async (runId: string, input: unknown): Promise<Validated<Remarks>> => {
  const checked = await validated(remarksSchema, input);
  if (!checked.ok) return checked;
  if (!(await store.keepRemarks(await database(), runId, checked.value))) return gone;
  refresh();
  return checked;
};
