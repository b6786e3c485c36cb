import { amplifierRecords } from "@/server/amplifierRecords";
import { BriefScreen } from "@/ui/brief/BriefScreen";

export default async function BriefPage({ params }: { params: Promise<{ id: string }> }) {
  const { amplifier, claims, details, sheet, filing } = await amplifierRecords((await params).id);
  return (
    <BriefScreen
      amplifier={amplifier}
      claims={claims}
      details={details}
      sheet={sheet}
      filing={filing}
    />
  );
}
