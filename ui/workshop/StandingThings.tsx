"use client";
import { Box, Flex, Heading, HStack, Text } from "@chakra-ui/react";
import { Trash2 } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { formatFixed, formatShort } from "@/core/units";
import type { Load, Rig, Used } from "@/records";
import { dividerText } from "@/records/facts";
import { ActionButton } from "../parts/ActionButton";
import { ConfirmDialog } from "../parts/ConfirmDialog";
import { PageLink } from "../parts/PageLink";
import { Panel } from "../parts/Panel";
import { loadSaves, removeRig } from "../parts/saves";
import { usersText } from "../parts/usersText";

/** The loads that are built, and who is measured with them. */
export function LoadList({ loads }: { loads: readonly Used<Load>[] }) {
  const router = useRouter();
  const [leaving, setLeaving] = useState<Used<Load> | null>(null);
  return (
    <Panel>
      <Heading as="h2" fontSize="18px" mb={2}>
        Loads
      </Heading>
      {loads.length === 0 && (
        <Text color="muted">None yet. Enter the first on an amplifier’s Load stage.</Text>
      )}
      {loads.map((load) => (
        <Standing
          key={load.id}
          title={`${formatShort(load.nominalOhms)} Ω`}
          facts={`measured ${load.channels.map(({ ohms }) => formatFixed(ohms, 3)).join(", ")} Ω`}
          used={load}
          stage="load"
          removeLabel={`Delete the ${formatShort(load.nominalOhms)} Ω load`}
          onRemove={() => setLeaving(load)}
        />
      ))}
      <ConfirmDialog
        open={leaving !== null}
        title="Delete this load?"
        text={`${leaving && leaving.userCount > 0 ? `${usersText(leaving)} will no longer use it. ` : ""}Existing runs keep its measured resistance.`}
        confirmLabel="Delete"
        onClose={() => setLeaving(null)}
        confirm={() => loadSaves.remove(leaving?.id ?? "")}
        onConfirmed={() => {
          setLeaving(null);
          router.refresh();
        }}
      />
    </Panel>
  );
}

/** The rigs, what they are set to, and who is measured with them. */
export function RigList({ rigs }: { rigs: readonly Used<Rig>[] }) {
  const router = useRouter();
  const [leaving, setLeaving] = useState<Used<Rig> | null>(null);
  return (
    <Panel>
      <Heading as="h2" fontSize="18px" mb={2}>
        Rigs
      </Heading>
      {rigs.length === 0 && (
        <Text color="muted">None yet. Set up the first on an amplifier’s Rig stage.</Text>
      )}
      {rigs.map((rig) => (
        <Standing
          key={rig.id}
          title={rig.rigName}
          facts={`${dividerText(rig.upperOhms, rig.lowerOhms) ?? "no divider"}, ${rig.recordedRatio === null ? "not calibrated" : "calibrated"}`}
          used={rig}
          stage="rig"
          removeLabel={`Delete ${rig.rigName}`}
          onRemove={rig.userCount === 0 ? () => setLeaving(rig) : null}
        />
      ))}
      <ConfirmDialog
        open={leaving !== null}
        title={`Delete ${leaving?.rigName ?? "this rig"}?`}
        text="No amplifier uses it. Existing runs keep its settings."
        confirmLabel="Delete"
        onClose={() => setLeaving(null)}
        confirm={() => removeRig(leaving?.id ?? "")}
        onConfirmed={() => {
          setLeaving(null);
          router.refresh();
        }}
      />
    </Panel>
  );
}

/** Something that stands in the workshop; its name leads to where it is changed, with the amplifier that uses it first. */
function Standing({
  title,
  facts,
  used,
  stage,
  removeLabel,
  onRemove,
}: {
  title: string;
  facts: string;
  used: Used<object>;
  stage: string;
  removeLabel: string;
  onRemove: (() => void) | null;
}) {
  const [first] = used.users;
  const isLinked = first !== undefined && !first.isDeleted;
  return (
    <Flex
      borderTopWidth="1px"
      borderColor="rime"
      py={2}
      gap={3}
      justify="space-between"
      align="start"
    >
      <Box minW={0}>
        <HStack columnGap={2.5} rowGap={0} align="baseline" wrap="wrap">
          <Text fontWeight={700}>
            {isLinked ? (
              <PageLink href={`/amplifiers/${first.id}/${stage}`}>{title}</PageLink>
            ) : (
              title
            )}
          </Text>
          <Text>{facts}</Text>
        </HStack>
        <Text color="muted" fontSize="14px">
          {first ? `with ${usersText(used)}` : "not used"}
        </Text>
      </Box>
      {onRemove && (
        <ActionButton aria-label={removeLabel} onClick={onRemove} px={3} minH="36px">
          <Trash2 size={15} />
        </ActionButton>
      )}
    </Flex>
  );
}
