import { boolean, object, string } from "yup";
import { readForm } from "@/server/answers";
import { guarded } from "@/server/guard";
import { typedAddress } from "@/server/instruments/address";
import { forgetAddress, keepAddress } from "@/server/instruments/addressBook";
import { NOT_STORED, Refusal } from "@/server/requests";
import { dataFolder } from "@/store";

type Context = { params: Promise<{ id: string }> };

const typedSchema = object({
  typed: string().trim().max(300, "This address is too long.").required("Enter its address."),
  isConfirmed: boolean().required().default(false),
});
const idSchema = string().max(60).required();

/** Keeps where an instrument is reached, as it was typed here; a name is looked up now, and never again. */
export const PUT = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    const id = await idSchema.validate((await params).id);
    const { typed, isConfirmed } = await readForm<{ typed: string; isConfirmed: boolean }>(
      typedSchema,
      request,
    );
    const found = await typedAddress(typed, isConfirmed);
    if (!found.ok) {
      const message = found.finding.advice;
      throw new Refusal(422, message, { errors: { typed: message } });
    }
    const address = { id, typed, ...found.value };
    await keepAddress(dataFolder(), address);
    return Response.json({ address }, { headers: NOT_STORED });
  });

export const DELETE = (request: Request, { params }: Context): Promise<Response> =>
  guarded(request, async () => {
    await forgetAddress(dataFolder(), (await params).id);
    return Response.json({}, { headers: NOT_STORED });
  });
