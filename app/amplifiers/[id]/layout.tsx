import { Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { chainFacts } from "@/records/facts";
import { amplifierRecords } from "@/server/amplifierRecords";
import { frameMark, frameOf } from "@/server/frame";
import { database } from "@/server/records";
import { summaryOf } from "@/server/summaries";
import { AudioProvider } from "@/ui/audio/AudioProvider";
import { BenchEngine } from "@/ui/bench/engine/BenchEngine";
import { ChainProvider } from "@/ui/frame/chainState";
import { ChainStrip } from "@/ui/frame/ChainStrip";
import { FrameMark } from "@/ui/frame/FrameMark";
import { Rail } from "@/ui/frame/Rail";
import { UnreadableNote } from "@/ui/frame/UnreadableNote";
import { SilenceTrouble } from "@/ui/network/SilenceTrouble";
import { NoteProvider } from "@/ui/log/NoteProvider";

type AmplifierLayoutProps = { children: ReactNode; params: Promise<{ id: string }> };

export default async function AmplifierLayout({ children, params }: AmplifierLayoutProps) {
  const records = await amplifierRecords((await params).id);
  const { amplifier, loads, rig, underWay } = records;
  const frame = frameOf(records, await summaryOf(await database(), amplifier.id));
  const { name, line, progress, atRest, unreadable } = frame;
  return (
    <FrameMark mark={frameMark(frame)}>
      <ChainProvider atRest={atRest}>
        <AudioProvider>
          <BenchEngine
            amplifierId={amplifier.id}
            loads={loads}
            guards={rig.guards}
            underWay={underWay}
          >
            <NoteProvider amplifierId={amplifier.id}>
              <Flex minH="100vh">
                <Rail amplifier={{ id: amplifier.id, name, line, progress }} />
                <Flex direction="column" flex={1} minW={0}>
                  <SilenceTrouble />
                  <ChainStrip
                    amplifierId={amplifier.id}
                    settings={{ facts: chainFacts(records), rig, instruments: records.instruments }}
                  />
                  <Flex as="main" direction="column" flex={1} px={5} py={4} minW={0}>
                    <UnreadableNote pieces={unreadable} />
                    {children}
                  </Flex>
                </Flex>
              </Flex>
            </NoteProvider>
          </BenchEngine>
        </AudioProvider>
      </ChainProvider>
    </FrameMark>
  );
}
