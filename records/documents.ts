import type { ObjectSchema } from "yup";
import { comparisonsSchema, type Comparisons } from "./comparisons";
import { detailsSchema, type Details } from "./details";
import { filingSchema, type Filing } from "./filing";
import { forecastSettingsSchema, type ForecastSettings } from "./forecastSettings";
import { heatSchema, type Heat } from "./heat";
import { interfacesSchema, type AudioInterfaces } from "./interfaces";
import { instrumentsSchema, type Instruments } from "./instruments";
import { networkInstrumentsSchema, type NetworkInstruments } from "./networkInstruments";
import { planSchema, type Plan } from "./plan";
import { publicationSchema, type Publication } from "./publication";
import { recordersSchema, type Recorders } from "./recorders";
import { resistorsSchema, type Resistors } from "./resistors";
import { rigSchema, type RigSettings } from "./rig";
import { roomSchema, type Room } from "./room";
import { sheetSchema, type Sheet } from "./sheet";
import { shelfColumnsSchema, type ShelfColumns } from "./shelfColumns";
import { underWaySchema, type UnderWay } from "./underWay";
import { watchingSchema, type Watching } from "./watching";
import { verdictNotesSchema, type VerdictNotes } from "./verdictNotes";

/** What is kept of an amplifier as one piece each, and the schema that guards it. */
export const DOCUMENTS = {
  details: detailsSchema,
  sheet: sheetSchema,
  forecast: forecastSettingsSchema,
  rig: rigSchema,
  plan: planSchema,
  heat: heatSchema,
  "under-way": underWaySchema,
  verdict: verdictNotesSchema,
  publication: publicationSchema,
  filing: filingSchema,
} as const;

/** What is kept of the workshop, for all amplifiers together. */
export const WORKSHOP_DOCUMENTS = {
  resistors: resistorsSchema,
  instruments: instrumentsSchema,
  room: roomSchema,
  recorders: recordersSchema,
  interfaces: interfacesSchema,
  network: networkInstrumentsSchema,
  comparisons: comparisonsSchema,
  columns: shelfColumnsSchema,
  watching: watchingSchema,
} as const;

export type DocumentKind = keyof typeof DOCUMENTS;
export type DocumentOf<K extends DocumentKind> = {
  details: Details;
  sheet: Sheet;
  forecast: ForecastSettings;
  rig: RigSettings;
  plan: Plan;
  heat: Heat;
  "under-way": UnderWay;
  verdict: VerdictNotes;
  publication: Publication;
  filing: Filing;
}[K];
export type WorkshopKind = keyof typeof WORKSHOP_DOCUMENTS;
export type WorkshopOf<K extends WorkshopKind> = {
  resistors: Resistors;
  instruments: Instruments;
  room: Room;
  recorders: Recorders;
  interfaces: AudioInterfaces;
  network: NetworkInstruments;
  comparisons: Comparisons;
  columns: ShelfColumns;
  watching: Watching;
}[K];

/** A document with nothing in it yet. */
export const emptyDocument = <K extends DocumentKind>(kind: K): DocumentOf<K> =>
  (DOCUMENTS[kind] as ObjectSchema<object>).getDefault() as DocumentOf<K>;

export const emptyWorkshopDocument = <K extends WorkshopKind>(kind: K): WorkshopOf<K> =>
  (WORKSHOP_DOCUMENTS[kind] as ObjectSchema<object>).getDefault() as WorkshopOf<K>;
