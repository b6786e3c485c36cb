import type { SharedRig } from "./rig";

/** A rig of the workshop. */
export type Rig = SharedRig & { id: string };

/** Something of the workshop with the amplifiers that are measured with it: the first of them, and how many there are. */
export type Used<T> = T & { users: readonly { id: string; name: string }[]; userCount: number };
