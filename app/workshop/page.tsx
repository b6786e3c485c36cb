import { Flex } from "@chakra-ui/react";
import { database } from "@/server/records";
import { watchedFiles } from "@/server/watched";
import { usedLoads, usedRigs } from "@/server/workshop";
import { dataFolder, listBackups, readWorkshopDocument } from "@/store";
import { Rail } from "@/ui/frame/Rail";
import { WorkshopScreen } from "@/ui/workshop/WorkshopScreen";

/** Read again each time: it is kept in the data folder, not in the build. */
export const dynamic = "force-dynamic";

export default async function WorkshopPage() {
  const db = await database();
  const resistors = await readWorkshopDocument(db, "resistors");
  const instruments = await readWorkshopDocument(db, "instruments");
  const network = await readWorkshopDocument(db, "network");
  const room = await readWorkshopDocument(db, "room");
  const watching = await readWorkshopDocument(db, "watching");
  const { trouble } = await watchedFiles(watching.document.folder, new Date());
  return (
    <Flex minH="100vh">
      <Rail amplifier={null} />
      <WorkshopScreen
        resistors={resistors.document}
        instruments={instruments.document}
        network={network.document}
        room={room.document}
        loads={await usedLoads(db)}
        rigs={await usedRigs(db)}
        backups={listBackups(dataFolder())}
        watching={watching.document}
        watchTrouble={trouble}
      />
    </Flex>
  );
}
