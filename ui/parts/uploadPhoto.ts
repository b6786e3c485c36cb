import { PHOTO_LIMIT_BYTES, type Photo } from "@/records";

/** Keeps a photo on the server. The caption is the file's name without its ending. Never throws: what went wrong is a sentence. */
export const uploadPhoto = async (file: File): Promise<{ photo: Photo } | { message: string }> => {
  if (file.size > PHOTO_LIMIT_BYTES)
    return { message: `${file.name} is larger than ${PHOTO_LIMIT_BYTES / 1024 / 1024} MB.` };
  try {
    const response = await fetch("/api/photos", {
      method: "PUT",
      body: file,
      headers: { "content-type": "application/octet-stream" },
    });
    const answer = (await response.json()) as {
      sha256: string;
      smallSha256: string;
      message?: string;
    };
    if (!response.ok) return { message: `${file.name}: ${answer.message ?? "it was rejected."}` };
    return {
      photo: {
        sha256: answer.sha256,
        smallSha256: answer.smallSha256,
        caption: file.name.replace(/\.[^.]*$/, ""),
      },
    };
  } catch {
    return { message: `${file.name} was not saved: the program does not respond. Try again.` };
  }
};

/** Pictures among what was dropped or pasted. */
export const picturesIn = (data: DataTransfer | null): File[] =>
  [...(data?.files ?? [])].filter(({ type }) => type.startsWith("image/"));
