"use client";
import { fetchedWhenOpen } from "./fetched";
import type { ConfirmQuestionProps } from "./ConfirmQuestion";

/** Asks before something is deleted permanently. */
export const ConfirmDialog = fetchedWhenOpen<ConfirmQuestionProps>(() =>
  import("./ConfirmQuestion").then((module) => module.ConfirmQuestion),
);
