import { backupLimitBytes, takeBackup } from "@/server/backups";
import { guarded } from "@/server/guard";
import { Refusal } from "@/server/requests";
import { UploadTooLarge } from "@/store";

/** Takes a database, or everything as one file, and puts it among the backups; nothing else is changed by that. */
export const POST = (request: Request): Promise<Response> =>
  guarded(request, async () => {
    const limit = backupLimitBytes();
    if (Number(request.headers.get("content-length")) > limit) throw new UploadTooLarge(limit);
    if (!request.body) throw new Refusal(400, "No file arrived. Choose it again.");
    return Response.json(await takeBackup(request.body), { status: 201 });
  });
