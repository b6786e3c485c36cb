import { guarded } from "@/server/guard";
import { database } from "@/server/records";
import { NOT_STORED } from "@/server/requests";
import { watchedFiles } from "@/server/watched";
import { readWorkshopDocument } from "@/store";

/** What is in the watched folder. */
export const GET = (request: Request): Promise<Response> =>
  guarded(request, async () => {
    const { document } = await readWorkshopDocument(await database(), "watching");
    return Response.json(await watchedFiles(document.folder, new Date()), { headers: NOT_STORED });
  });
