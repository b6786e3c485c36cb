import { number } from "yup";

/**
 * How often what is edited has been changed so far. What is read carries it, and takes it back when it is kept, so that a change
 * made in another window meanwhile is noticed; without it, whatever is there is replaced.
 */
export const revision = () => number().integer().min(0).optional();

const NEW_ID = /^[A-Za-z0-9-]{1,60}$/;

/**
 * The id that a request names for what it adds (`?id=`): made by who adds it, so that adding it once more after a lost answer is no
 * second one. Undefined where it names none, or one that is no id.
 */
export const newIdOf = ({ url }: { url: string }): string | undefined => {
  const id = new URL(url).searchParams.get("id");
  return id !== null && NEW_ID.test(id) ? id : undefined;
};
