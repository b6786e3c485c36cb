"use client";
import { Box, Flex, Text } from "@chakra-ui/react";
import { ArrowRight } from "lucide-react";
import { usePathname, useRouter } from "next/navigation";
import { useState, type ReactNode } from "react";
import { PROBES, READINGS, type Instruments, type RigSettings } from "@/records";
import type { ChainFact, ChainLinkName } from "@/records/facts";
import { ChoiceField, held } from "../parts/fields";
import { PageLink } from "../parts/PageLink";
import { PanelButton } from "../parts/PanelButton";
import { saveDocument } from "../parts/saves";
import { messageOf } from "../parts/send";

/** What the strip at the top knows of the chain beside what it does at the moment. */
export type ChainSettings = {
  facts: Record<ChainLinkName, readonly ChainFact[]>;
  rig: RigSettings;
  instruments: Instruments;
};

/** What a link is called, and the stage where all of it is set. */
const LINKS: Record<ChainLinkName, { title: string; stage: string; stageName: string }> = {
  source: { title: "Source", stage: "rig", stageName: "Rig" },
  amplifier: { title: "Amplifier", stage: "brief", stageName: "Brief" },
  load: { title: "Load", stage: "load", stageName: "Load" },
  probe: { title: "Probe", stage: "rig", stageName: "Rig" },
  reading: { title: "Reading", stage: "verdict", stageName: "Verdict" },
};

export type ChainPanelProps = {
  name: ChainLinkName;
  amplifierId: string;
  settings: ChainSettings;
  /** The capsule that opens it. */
  children: ReactNode;
};

/** What a link of the chain is set to, and the choices that may change at the bench; the screen below stays. */
export function ChainPanel({ name, amplifierId, settings, children }: ChainPanelProps) {
  const path = usePathname();
  const { title, stage, stageName } = LINKS[name];
  return (
    <PanelButton
      title={title}
      width="320px"
      placement="bottom-start"
      style={{ flex: 1, minWidth: 0, textAlign: "left" }}
      panel={
        <>
          <Box as="dl" fontSize="14.5px">
            {settings.facts[name].map(([label, value]) => (
              <Flex
                key={label}
                justify="space-between"
                gap={4}
                py={1}
                borderTopWidth="1px"
                borderColor="rime"
              >
                <Text as="dt" color="muted">
                  {label}
                </Text>
                <Text as="dd" fontWeight={600} textAlign="right" m={0} overflowWrap="anywhere">
                  {value}
                </Text>
              </Flex>
            ))}
          </Box>
          {/* There the whole rig is on the screen, and kept as it is changed. */}
          {!path.endsWith("/rig") && (
            <Choices name={name} amplifierId={amplifierId} settings={settings} />
          )}
          {!path.endsWith(`/${stage}`) && (
            <PageLink href={`/amplifiers/${amplifierId}/${stage}`}>
              <Flex align="center" gap={1.5} mt={3} fontSize="14.5px" color="spruce">
                All settings on the {stageName} <ArrowRight size={15} />
              </Flex>
            </PageLink>
          )}
        </>
      }
    >
      {children}
    </PanelButton>
  );
}

/** The choices of the rig that belong to a link. */
function Choices({
  name,
  amplifierId,
  settings: { rig, instruments },
}: Omit<ChainPanelProps, "children">) {
  const router = useRouter();
  const [chosen, setChosen] = useState(rig);
  const [trouble, setTrouble] = useState<string | null>(null);
  const choose = async (change: Partial<RigSettings>) => {
    const before = chosen;
    setChosen({ ...before, ...change });
    const saved = await saveDocument(amplifierId, "rig", { ...before, ...change });
    if (!saved.ok) {
      setChosen(before);
      return setTrouble(messageOf(saved));
    }
    setTrouble(null);
    setChosen({ ...before, ...change, revision: saved.value.revision });
    router.refresh();
  };
  const named = (role: Instruments["instruments"][number]["role"]) =>
    instruments.instruments
      .filter((each) => each.role === role)
      .map((each) => ({ value: each.id, label: each.name }));
  return (
    <Box mt={3}>
      {name === "source" && named("source").length > 1 && (
        <ChoiceField
          label="Change the source"
          field={held(chosen.sourceId ?? "", (sourceId) => void choose({ sourceId }))}
          choices={named("source")}
        />
      )}
      {name === "probe" && (
        <ChoiceField
          label="How it is connected"
          field={held(
            chosen.probe,
            (to) => void choose({ probe: PROBES.find((probe) => probe === to) ?? chosen.probe }),
          )}
          choices={PROBES}
        />
      )}
      {name === "reading" && (
        <ChoiceField
          label="Measured with"
          field={held(
            chosen.readings,
            (to) =>
              void choose({ readings: READINGS.find((each) => each === to) ?? chosen.readings }),
          )}
          choices={READINGS}
        />
      )}
      {trouble && (
        <Text role="alert" color="ember" fontSize="14px" mt={1.5}>
          {trouble}
        </Text>
      )}
    </Box>
  );
}
