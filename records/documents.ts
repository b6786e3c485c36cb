import type { InferType, ObjectSchema } from "yup";
import { detailsSchema } from "./details";
import { forecastSettingsSchema } from "./forecastSettings";
import { instrumentsSchema } from "./instruments";
import { planSchema } from "./plan";
import { resistorsSchema } from "./resistors";
import { rigSchema } from "./rig";
import { sheetSchema } from "./sheet";

/** What is kept of an amplifier as one piece each, and the schema that guards it. */
export const DOCUMENTS = { details: detailsSchema, sheet: sheetSchema, forecast: forecastSettingsSchema, rig: rigSchema, plan: planSchema } as const;

/** What is kept of the workshop, for all amplifiers together. */
export const WORKSHOP_DOCUMENTS = { resistors: resistorsSchema, instruments: instrumentsSchema } as const;

export type DocumentKind = keyof typeof DOCUMENTS;
export type DocumentOf<K extends DocumentKind> = InferType<(typeof DOCUMENTS)[K]>;
export type WorkshopKind = keyof typeof WORKSHOP_DOCUMENTS;
export type WorkshopOf<K extends WorkshopKind> = InferType<(typeof WORKSHOP_DOCUMENTS)[K]>;

/** A document with nothing in it yet. */
export const emptyDocument = <K extends DocumentKind>(kind: K): DocumentOf<K> => (DOCUMENTS[kind] as ObjectSchema<object>).getDefault() as DocumentOf<K>;

export const emptyWorkshopDocument = <K extends WorkshopKind>(kind: K): WorkshopOf<K> => (WORKSHOP_DOCUMENTS[kind] as ObjectSchema<object>).getDefault() as WorkshopOf<K>;
