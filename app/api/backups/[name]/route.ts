import { gone } from "@/server/answers";
import { goBackTo } from "@/server/backups";
import { guarded } from "@/server/guard";
import { dataFolder, listBackups } from "@/store";

type Context = { params: Promise<{ name: string }> };

/** Goes back to a backup. What was there is moved aside within the data folder, and never deleted. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const { name } = await params;
    if (!listBackups(dataFolder()).some((backup) => backup.name === name))
      gone("This backup no longer exists. Reload the page.");
    return Response.json({ setAside: await goBackTo(name) });
  });
