import type { MarkNote } from "@/records/facts";
import { listed } from "../numbers";
import { placeText } from "./reading";

/** What is to be known of a claim that is drawn on a run's chart. */
export const markNoteText = (note: MarkNote): string =>
  note.code === "doubtful"
    ? "The reading is doubtful (see its caution) and proves nothing."
    : `It does not state ${listed(note.missing, "or")}${note.finding ? `; compared with the reading ${placeText(note.finding)}` : ""}.`;
