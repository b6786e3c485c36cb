import { Flex, Grid, HStack, Text } from "@chakra-ui/react";
import { Archive, Download } from "lucide-react";
import { useState } from "react";
import { offerFile } from "../charts/chartFiles";
import { ActionButton } from "../parts/ActionButton";
import { ChoiceField, held } from "../parts/fields";
import { Panel } from "../parts/Panel";

const WAYS = [
  { as: "html", label: "HTML page", isDrawn: false },
  { as: "pdf", label: "PDF", isDrawn: true },
  { as: "markdown", label: "Markdown with pictures", isDrawn: false },
  { as: "csv", label: "Table, CSV", isDrawn: false },
] as const;

/** Every way out of here: the page as a file, a post, a table, and one big result as a frame for a video. */
export function WaysOut({
  amplifierId,
  cards,
  canDraw,
  isKept,
}: {
  amplifierId: string;
  cards: readonly { id: string; label: string }[];
  canDraw: boolean;
  isKept: boolean;
}) {
  const [cardId, setCardId] = useState(cards[0]?.id ?? "");
  const [size, setSize] = useState("wide");
  const [look, setLook] = useState("light");
  const { busy, message, save } = useSaving();
  const home = `/api/amplifiers/${encodeURIComponent(amplifierId)}/page`;
  const card = new URLSearchParams({ as: "card", card: cardId, size, look });
  return (
    <Panel px={3.5} py={3}>
      <HStack gap={2} wrap="wrap" role="group" aria-label="Save the page">
        <Download size={16} aria-hidden />
        {WAYS.map(({ as, label, isDrawn }) =>
          isDrawn && !canDraw ? null : (
            <ActionButton
              key={as}
              minH="38px"
              px={3}
              disabled={!isKept || busy}
              onClick={() => void save(`${home}?as=${as}`)}
            >
              {label}
            </ActionButton>
          ),
        )}
      </HStack>
      <HStack gap={2} wrap="wrap" mt={2} role="group" aria-label="Save the data">
        <Archive size={16} aria-hidden />
        <ActionButton asChild minH="38px" px={3}>
          <a href={`/api/amplifiers/${encodeURIComponent(amplifierId)}/review`} download>
            Readers’ data package
          </a>
        </ActionButton>
        <ActionButton asChild minH="38px" px={3}>
          <a href={`/api/amplifiers/${encodeURIComponent(amplifierId)}/review?whole=1`} download>
            Full backup of this review
          </a>
        </ActionButton>
        <Text fontSize="13.5px" color="muted">
          The full backup includes private data.
        </Text>
      </HStack>
      {canDraw && cards.length > 0 && (
        <Grid templateColumns="minmax(0, 2fr) 1fr 0.9fr auto" gap={2} alignItems="end" mt={2}>
          <ChoiceField
            label="Result card for video"
            field={held(cardId, setCardId)}
            choices={cards.map(({ id, label }) => ({ value: id, label }))}
          />
          <ChoiceField
            label="Frame"
            field={held(size, setSize)}
            choices={[
              { value: "wide", label: "1920 × 1080" },
              { value: "tall", label: "1080 × 1920" },
            ]}
          />
          <ChoiceField label="Theme" field={held(look, setLook)} choices={["light", "dark"]} />
          <ActionButton
            minH="40px"
            px={3}
            disabled={!isKept || busy}
            onClick={() => void save(`${home}?${card.toString()}`)}
          >
            PNG
          </ActionButton>
        </Grid>
      )}
      <Flex direction="column">
        {message && (
          <Text role="status" fontSize="14px" color={busy ? "muted" : "ember"} mt={1.5}>
            {message}
          </Text>
        )}
        <Text fontSize="13.5px" color="muted" mt={1.5}>
          {canDraw
            ? "Private notes and the lender’s details are never included in the page or the readers’ data."
            : "No Chromium found on this machine: open the HTML page in a browser and print it to PDF."}
        </Text>
      </Flex>
    </Panel>
  );
}

/** Saves what the program makes, and says what is wrong where it cannot. */
const useSaving = () => {
  const [busy, setBusy] = useState(false);
  const [message, setMessage] = useState<string | null>(null);
  const save = async (path: string): Promise<void> => {
    setBusy(true);
    setMessage("Being made…");
    try {
      const answer = await fetch(path);
      if (answer.ok) {
        const named = answer.headers.get("content-disposition") ?? "";
        offerFile(await answer.blob(), /filename="([^"]+)"/.exec(named)?.[1] ?? "page");
        setMessage(null);
      } else {
        const { message: words } = (await answer.json()) as { message?: string };
        setMessage(words ?? "Export failed. Try again.");
      }
    } catch {
      setMessage("The program does not respond. Restart it if it has stopped.");
    }
    setBusy(false);
  };
  return { busy, message, save };
};
