import type { DemoAmplifier } from "../types";
import { DOT_45 } from "./dot45";
import { QUINT } from "./quint";
import { R_30 } from "./r30";
import { ROAM } from "./roam";
import { SIXTY } from "./sixty";
import { SLATE } from "./slate";

/** The demo shelf, the oldest review first. */
export const DEMO_SHELF: readonly DemoAmplifier[] = [SLATE, ROAM, QUINT, DOT_45, R_30, SIXTY];
