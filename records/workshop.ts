import type { SharedRig } from "./rig";

/** A rig of the workshop. */
export type Rig = SharedRig & { id: string };

/** An amplifier that something of the workshop is used with. One that was deleted can still be brought back. */
export type WorkshopUser = { id: string; name: string; isDeleted: boolean };

/** Something of the workshop with the amplifiers that are measured with it: the first of them, and how many there are. */
export type Used<T> = T & { users: readonly WorkshopUser[]; userCount: number };
