import { hashedFiles } from "./hashedFiles";

/** Recordings as they came. */
export const captures = hashedFiles("captures", ".wav");

/** Photos, with all that a camera wrote into them taken out. */
export const photos = hashedFiles("photos", ".jpg");
