import "server-only";
import { notFound } from "next/navigation";
import { cache } from "react";
import type {
  Amplifier,
  Claim,
  Details,
  ForecastSettings,
  Instruments,
  Load,
  Plan,
  Resistors,
  RigSettings,
  Run,
  Sheet,
  UnderWay,
} from "@/records";
import {
  findAmplifier,
  findDocument,
  findWorkshopDocument,
  listClaims,
  listLoads,
  listRuns,
} from "@/store";
import { database } from "./records";

export type AmplifierRecords = {
  amplifier: Amplifier;
  claims: Claim[];
  loads: Load[];
  runs: Run[];
  details: Details;
  sheet: Sheet;
  forecastSettings: ForecastSettings;
  rig: RigSettings;
  plan: Plan;
  underWay: UnderWay;
  resistors: Resistors;
  instruments: Instruments;
};

/** An amplifier with all that belongs to it and the workshop it is measured in, read once a request; an unknown one is "not found". */
export const amplifierRecords = cache(async (id: string): Promise<AmplifierRecords> => {
  const db = await database();
  const amplifier = await findAmplifier(db, id);
  if (!amplifier) notFound();
  return {
    amplifier,
    claims: await listClaims(db, id),
    loads: await listLoads(db, id),
    runs: await listRuns(db, id),
    details: await findDocument(db, id, "details"),
    sheet: await findDocument(db, id, "sheet"),
    forecastSettings: await findDocument(db, id, "forecast"),
    rig: await findDocument(db, id, "rig"),
    plan: await findDocument(db, id, "plan"),
    underWay: await findDocument(db, id, "under-way"),
    resistors: await findWorkshopDocument(db, "resistors"),
    instruments: await findWorkshopDocument(db, "instruments"),
  };
});
