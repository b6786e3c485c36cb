import { PAPER_LIMIT_BYTES, type SheetPage } from "@/records";
import { uploadPhoto } from "./uploadPhoto";

const isPdf = ({ type, name }: File): boolean => type === "application/pdf" || /\.pdf$/i.test(name);

/** Keeps a page of a printed sheet on the server, a photo or a PDF. Never throws: what went wrong is a sentence. */
export const uploadPage = async (
  file: File,
): Promise<{ page: SheetPage } | { message: string }> => {
  if (!isPdf(file)) {
    const outcome = await uploadPhoto(file);
    if (!("photo" in outcome)) return outcome;
    const { sha256, smallSha256, caption } = outcome.photo;
    return { page: { sha256, smallSha256, name: caption } };
  }
  if (file.size > PAPER_LIMIT_BYTES)
    return { message: `${file.name} is larger than ${PAPER_LIMIT_BYTES / 1024 / 1024} MB.` };
  try {
    const response = await fetch("/api/papers", {
      method: "PUT",
      body: file,
      headers: { "content-type": "application/octet-stream" },
    });
    const answer = (await response.json()) as { sha256: string; message?: string };
    return response.ok
      ? { page: { sha256: answer.sha256, smallSha256: null, name: file.name.slice(0, 200) } }
      : { message: `${file.name}: ${answer.message ?? "it was rejected."}` };
  } catch {
    return { message: `${file.name} was not saved: the program does not respond. Try again.` };
  }
};
