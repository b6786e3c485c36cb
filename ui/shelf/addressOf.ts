import type { ShelfView } from "@/records";

/** The address of a view of the shelf; what is as usual is left out. */
export const addressOf = ({ find, kind, order, descending, page }: ShelfView): string => {
  const asked = new URLSearchParams();
  if (find) asked.set("find", find);
  if (kind) asked.set("kind", kind);
  if (order !== "newest") asked.set("order", order);
  if (order !== "newest" && descending) asked.set("down", "1");
  if (page > 0) asked.set("page", String(page + 1));
  const text = asked.toString();
  return text ? `/?${text}` : "/";
};
