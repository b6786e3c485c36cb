import { array, object, string, type InferType } from "yup";
import { revision } from "./revision";
import { SHELF_COLUMNS, SHELF_ORDERS } from "./shelf";

const USUAL = SHELF_COLUMNS.filter(({ isUsual }) => isUsual).map(({ name }) => name);

/** Which columns the reviewer has chosen, for all windows. */
export const shelfColumnsSchema = object({
  revision: revision(),
  columns: array()
    .of(
      string()
        .oneOf([...SHELF_ORDERS])
        .required(),
    )
    .required()
    .default(USUAL),
});
export type ShelfColumns = InferType<typeof shelfColumnsSchema>;
