import { cardsOf, measuredTexts, usualTexts } from "@/publish";
import { amplifierRecords } from "@/server/amplifierRecords";
import { chromiumPath } from "@/server/chromium";
import { database } from "@/server/records";
import { sheetFacts } from "@/server/sheetFacts";
import { SheetScreen } from "@/ui/sheet/SheetScreen";

export default async function SheetPage({ params }: { params: Promise<{ id: string }> }) {
  const records = await amplifierRecords((await params).id);
  const { amplifier, publication, comparisons, details } = records;
  const facts = await sheetFacts(await database(), records);
  return (
    <SheetScreen
      amplifier={amplifier}
      publication={publication}
      comparisons={comparisons.sets.map(({ id, name, members }) => ({
        id,
        name,
        isOwn: members.some(({ amplifierId }) => amplifierId === amplifier.id),
      }))}
      photos={details.photos}
      kinds={[...new Set(records.runs.map(({ kind }) => kind))]}
      usual={usualTexts(facts)}
      measured={measuredTexts(facts)}
      cards={cardsOf(facts).map(({ id, label, value, unit }) => ({
        id,
        label: `${value} ${unit}, ${label}`,
      }))}
      canDraw={chromiumPath() !== null}
    />
  );
}
