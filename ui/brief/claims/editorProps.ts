import type { ClaimDraft, SetupDetails, Validated } from "@/records";
import type { Kept } from "../../parts/send";

/** What a form of a claim is given. */
export type ClaimEditorProps = {
  /** Names the form, for keeping its draft. */ draftKey: string;
  /** What is changed; absent for a new claim. */
  claim?: ClaimDraft;
  channelCount: number;
  details: SetupDetails;
  /** @param id of what is new, the same however often it is sent */
  save(draft: ClaimDraft, id: string): Promise<Validated<Kept>>;
  onDone(): void;
};
