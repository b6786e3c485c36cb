import { askedFor, type ShelfView } from "@/records";

/** The address of a view of the shelf, or of what else is made of the same amplifiers. */
export const addressOf = (view: ShelfView, page: "/" | "/trends" = "/"): string => {
  const text = askedFor(view).toString();
  return text ? `${page}?${text}` : page;
};
