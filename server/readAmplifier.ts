import "server-only";
import type { Knex } from "knex";
import {
  statedPowers,
  type Amplifier,
  type AudioInterfaces,
  type NetworkInstruments,
  type Claim,
  type Comparisons,
  type Details,
  type Filing,
  type ForecastSettings,
  type Heat,
  type Instruments,
  type Load,
  type Plan,
  type Publication,
  type Recorders,
  type Resistors,
  type Room,
  type RigSettings,
  type RunEntry,
  type Sheet,
  type StatedPower,
  type UnderWay,
  type VerdictNotes,
} from "@/records";
import { madeForText, printedAssumptions } from "@/records/facts";
import {
  findAmplifier,
  listClaims,
  listRunEntries,
  readDocument,
  readLoads,
  readWorkshopDocument,
} from "@/store";

export type AmplifierRecords = {
  amplifier: Amplifier;
  claims: Claim[];
  /** Those of them that are continuous powers. */
  powers: StatedPower[];
  loads: Load[];
  /** Newest first, without results. */
  runs: RunEntry[];
  details: Details;
  sheet: Sheet;
  forecastSettings: ForecastSettings;
  rig: RigSettings;
  plan: Plan;
  heat: Heat;
  underWay: UnderWay;
  verdictNotes: VerdictNotes;
  publication: Publication;
  filing: Filing;
  resistors: Resistors;
  instruments: Instruments;
  room: Room;
  recorders: Recorders;
  interfaces: AudioInterfaces;
  network: NetworkInstruments;
  comparisons: Comparisons;
  /** Pieces that are there and cannot be read, by the names that the screens give them. */
  unreadable: string[];
};

/** An amplifier with all that belongs to it and the workshop it is measured in; null when it is not on the shelf. */
export const readAmplifierRecords = async (
  db: Knex,
  id: string,
): Promise<AmplifierRecords | null> => {
  const amplifier = await findAmplifier(db, id);
  if (!amplifier) return null;
  const [
    details,
    sheet,
    forecastSettings,
    rig,
    plan,
    heat,
    underWay,
    notes,
    publication,
    filing,
    resistors,
    instruments,
    room,
    recorders,
    interfaces,
    network,
    comparisons,
  ] = await Promise.all([
    readDocument(db, id, "details"),
    readDocument(db, id, "sheet"),
    readDocument(db, id, "forecast"),
    readDocument(db, id, "rig"),
    readDocument(db, id, "plan"),
    readDocument(db, id, "heat"),
    readDocument(db, id, "under-way"),
    readDocument(db, id, "verdict"),
    readDocument(db, id, "publication"),
    readDocument(db, id, "filing"),
    readWorkshopDocument(db, "resistors"),
    readWorkshopDocument(db, "instruments"),
    readWorkshopDocument(db, "room"),
    readWorkshopDocument(db, "recorders"),
    readWorkshopDocument(db, "interfaces"),
    readWorkshopDocument(db, "network"),
    readWorkshopDocument(db, "comparisons"),
  ]);
  const { loads, unreadCount } = await readLoads(db, id);
  const pieces = {
    "the Brief's details": details,
    "the printed sheet": sheet,
    "the Forecast's settings": forecastSettings,
    "the Rig": rig,
    "the Plan": plan,
    "the Heat": heat,
    "the run under way": underWay,
    "the rulings": notes,
    "the Sheet": publication,
    "the labels": filing,
    "the resistors": resistors,
    "the instruments": instruments,
    "the room": room,
    "the recorders": recorders,
    "the audio interfaces": interfaces,
    "the network instruments": network,
    "the comparisons": comparisons,
  };
  const claims = await listClaims(db, id);
  return {
    amplifier,
    claims,
    powers: statedPowers(claims, amplifier.channelCount, (madeFor) =>
      madeForText(madeFor, details.document),
    ),
    loads,
    runs: await listRunEntries(db, id),
    details: details.document,
    sheet: sheet.document,
    forecastSettings: { ...forecastSettings.document, printed: printedAssumptions(claims) },
    rig: rig.document,
    plan: plan.document,
    heat: heat.document,
    underWay: underWay.document,
    verdictNotes: notes.document,
    publication: publication.document,
    filing: filing.document,
    resistors: resistors.document,
    instruments: instruments.document,
    room: room.document,
    recorders: recorders.document,
    interfaces: interfaces.document,
    network: network.document,
    comparisons: comparisons.document,
    unreadable: [
      ...Object.entries(pieces).flatMap(([name, { isUnreadable }]) => (isUnreadable ? [name] : [])),
      ...(unreadCount > 0 ? [unreadCount === 1 ? "a load" : `${unreadCount} loads`] : []),
    ],
  };
};
