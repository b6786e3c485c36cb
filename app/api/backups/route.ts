import { backupLimitBytes, takeBackup, listedBackups } from "@/server/backups";
import { guarded } from "@/server/guard";
import { NOT_STORED, Refusal } from "@/server/requests";
import { UploadTooLarge } from "@/store";

/** All copies of the records, with what is in each. */
export const GET = (request: Request): Promise<Response> =>
  guarded(request, async () =>
    Response.json({ backups: await listedBackups() }, { headers: NOT_STORED }),
  );

/** Takes a database, or everything as one file, and puts it among the backups; nothing else is changed by that. */
export const POST = (request: Request): Promise<Response> =>
  guarded(request, async () => {
    const limit = backupLimitBytes();
    if (Number(request.headers.get("content-length")) > limit) throw new UploadTooLarge(limit);
    if (!request.body) throw new Refusal(400, "No file arrived. Choose it again.");
    return Response.json(await takeBackup(request.body), { status: 201 });
  });
