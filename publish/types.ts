import type { RecommendedRating, MethodReading } from "@/core/verdict";
import type { Charted } from "@/drawing/geometry";
import type { Amplifier, Publication, Run, StatedPower } from "@/records";
import type {
  AmplifierFigure,
  MeasuredOutput,
  MeasuredSupply,
  SetClaim,
  ShownComparison,
  SupplyDifference,
} from "@/records/facts";
import type { ShownVerdict } from "@/phrasing";
import type { ComparisonSet } from "@/records";

/** A photo that may be shown; the picture itself comes from `PictureOf`. */
export type SheetPhoto = { sha256: string; caption: string };

/** All that a page may tell. What is private is not in here. */
export type SheetFacts = {
  amplifier: Pick<Amplifier, "maker" | "model" | "kind" | "topology" | "year" | "channelCount">;
  publication: Publication;
  /** UTC text of the moment that this was read. */
  at: string;
  verdicts: readonly ShownVerdict[];
  /** Claims of continuous power, and all that is printed. */
  powers: readonly StatedPower[];
  stated: readonly SetClaim[];
  ratings: readonly MethodReading[];
  recommended: RecommendedRating | null;
  figures: readonly AmplifierFigure[];
  supplies: readonly MeasuredSupply[];
  outputs: readonly MeasuredOutput[];
  supplyDifferences: readonly SupplyDifference[];
  /** The newest run of each kind that counts, real ones before rehearsals. */
  runs: readonly Run[];
  comparisons: readonly { set: ComparisonSet; shown: ShownComparison }[];
  photos: readonly SheetPhoto[];
  method: readonly string[];
  /** Titles of the cautions that fit. */
  cautions: readonly string[];
};

/** A chart as it is drawn on any page. */
export type SheetChart = Charted & { caption: string; runIds: readonly string[] };

/** A cell of a table: text, and the run that it comes from. */
export type Cell = { text: string; runId?: string | null; tone?: "good" | "bad" | "open" };

/** What a page is made of. */
export type Piece =
  | { is: "text"; text: string; runId?: string | null }
  | { is: "note"; text: string }
  | {
      is: "figure";
      label: string;
      value: string;
      unit: string;
      plusMinus: string | null;
      words: string;
      runId: string | null;
    }
  | { is: "table"; head: readonly string[]; rows: readonly (readonly Cell[])[] }
  | { is: "chart"; chart: SheetChart }
  | { is: "photo"; photo: SheetPhoto };

/** A block as it results: its heading and its pieces. An empty one has nothing to tell, and says why. */
export type SheetSection = {
  id: string;
  heading: string;
  pieces: readonly Piece[];
  /** Why there is nothing in it; null where there is. */
  empty: string | null;
};

/** A page, whatever it is turned into. */
export type PublishedPage = {
  title: string;
  subtitle: string;
  author: string;
  at: string;
  sections: readonly SheetSection[];
  /** The runs behind its figures, in the order in which they are first referred to. */
  runs: readonly Run[];
};
