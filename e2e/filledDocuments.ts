import { emptyDocument, type DocumentKind } from "@/records";
import { benchJob } from "@/records/testing/job";

const supply = { name: "brick", kind: "brick", volts: "24", amperes: 3, watts: null };
/** As it was kept while a run still said its highest drive. */
const job = { ...benchJob({ rig: { name: "rig" } }), lastVoltsRms: null };
const shot = {
  name: "tone",
  sha256: "ab".repeat(32),
  fileName: "tone.wav",
  fullScaleVolts: 80,
  meters: null,
  events: [{ seconds: 1, event: "relay" }],
  trip: null,
};
const planned = {
  id: "p",
  kind: "noise",
  loadOhms: 8,
  channelsDriven: 2,
  watts: 0,
  seconds: 5,
  setting: "",
  proves: [],
};
const heatLog = {
  id: "h",
  title: "Manual readings",
  startedAt: "2026-11-25T10:00:00Z",
  roomCelsius: 22,
  setup: "",
  file: { sha256: "ab".repeat(32), fileName: "soak.csv" },
  runId: null,
  spots: [
    {
      id: "s",
      name: "heat sink",
      place: "heat sink",
      surface: "bare metal",
      emissivity: 0.9,
      column: 0,
      pin: { sha256: "ab".repeat(32), x: 0.5, y: 0.5 },
    },
  ],
  readings: [{ id: "r", spotId: "s", seconds: 60, celsius: 31.5, hand: null }],
  events: [{ id: "e", seconds: 0, kind: "power on", text: "", loadWatts: 12, mainsWatts: 60 }],
  isStruck: false,
};
/** A document of each kind with something in it. */
export const FILLED: Record<DocumentKind, object> = {
  details: {
    ...emptyDocument("details"),
    supplies: [supply],
    supplyTests: [{ supply: "brick", amperes: 3, volts: 24, seconds: 900, then: "held" }],
    gainRatio: "28 dB",
  },
  sheet: {
    ...emptyDocument("sheet"),
    text: "2 x 45 W",
    pages: [{ sha256: "ab".repeat(32), smallSha256: null, name: "sheet.pdf" }],
  },
  verdict: {
    ...emptyDocument("verdict"),
    overrules: [{ claim: "x", says: "met", reason: "a weak spring", at: "2026-11-01T10:00:00Z" }],
  },
  forecast: { ...emptyDocument("forecast"), assumptions: { efficiencyRatio: 0.6 } },
  rig: { ...emptyDocument("rig"), upperOhms: 47e3, lowerOhms: 1e3 },
  plan: { ...emptyDocument("plan"), runs: [planned] },
  heat: { ...emptyDocument("heat"), logs: [heatLog] },
  publication: {
    ...emptyDocument("publication"),
    title: "Measured",
    blocks: [{ id: "b", kind: "curves", form: "long", heading: "", text: null, kinds: ["noise"] }],
  },
  filing: { ...emptyDocument("filing"), labels: ["on loan", "for spring"], isArchived: true },
  "under-way": { ...emptyDocument("under-way"), job, shots: [shot], queue: [job] },
};
